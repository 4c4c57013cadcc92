"""The TypeScript side of the records: offsets, kernel signatures and the metadata of the settings.

Generated, so that neither an offset nor a range is ever typed twice.
"""

import json
from importlib import import_module

import numpy as np
from numba import types

from .. import proofs
from ..documents import brush, causes, neighbours, recipe, sheet, telling, variations
from ..documents.advice import ADVICE
from ..formats import picture
from ..kernels.base.registry import KERNELS
from ..kernels.base.vary import STAYS
from ..kernels.lettering import guides, words
from ..kernels.measure.causes import FIRST_LINK, TAPERS_EACH
from ..kernels.measure.evenness import EVEN
from ..kernels.measure.readings import CAUSES as FIRST_CAUSE_STEP
from ..kernels.measure.records import ALONG, EVENS, PRESSURES, READINGS
from ..kernels.paper import underlay
from ..kernels.path import straighten
from ..kernels.source.generate.screens import SCREEN
from ..kernels.source.prepare import recognise
from ..kernels.source.prepare.figures import FIGURES, OPEN
from ..kernels.source.prepare.steps import MOST_POINTS, STEP
from ..kernels.tiles import order
from ..native import pockets, readings
from ..native import words as writing
from ..native.recognise import SIGNS
from ..native.ruling import GUIDE_INKS, GUIDE_MM
from ..proofs import pictured
from ..tables import brush_record, kinds, paper_sizes, papers, records, responses, settings
from ..tables.generators import GENERATORS
from ..tables.guides import GUIDES
from ..tables.setting import Setting
from ..tables.stations import STATION_HELP
from ..tables.steps import STEPS
from ..tables.words import WORDS
from ..words.tables import HANDS
from .units import UNITS

RECORDS = {
    "brush": brush_record.BRUSH,
    "link": brush_record.LINK,
    "use": brush_record.USE,
    "image": records.IMAGE,
    "sample": records.SAMPLE,
    "point": records.POINT,
    "stamp": records.STAMP,
    "stroke": records.STROKE,
    "layer": records.LAYER,
    "ordered_stroke": order.ORDERED_STROKE,
    "ordered_layer": order.ORDERED_LAYER,
    "job": order.JOB,
    "view": records.VIEW,
    "step": STEP,
    "screen": SCREEN,
    "figures": FIGURES,
    "readings": READINGS,
    "guide": guides.GUIDE,
    "rule": guides.RULE,
    "placed": underlay.PLACED,
    "glyph": words.GLYPH,
    "way": words.WAY,
    "place": words.PLACE,
    "setting": words.SETTING,
}


def record_layout(dtype: np.dtype) -> dict:
    """Size in bytes and, for each field, its offset, its element type and count."""
    fields = {}
    for name, (kind, offset) in dtype.fields.items():
        base, shape = kind.subdtype or (kind, ())
        element = "record" if base.fields else base.str[1:]
        fields[name] = {"offset": offset, "type": element, "count": int(np.prod(shape)) if shape else 1}
    return {"bytes": dtype.itemsize, "fields": fields}


def kernel_signature(kernel) -> dict:
    """The type of the result, and per argument "array" or the scalar's type."""
    arguments = ["array" if isinstance(kind, types.Array) else str(kind) for kind in kernel.arguments]
    return {"returns": str(kernel.returns), "arguments": arguments}


def setting_metadata(setting: Setting) -> dict:
    """What a control needs to know of a setting."""
    return {
        "name": setting.name,
        "label": setting.label,
        "station": setting.station,
        "kind": setting.kind,
        "default": setting.default,
        "unit": setting.unit,
        "low": setting.low,
        "high": setting.high,
        "step": setting.step,
        "log": setting.log,
        "choices": list(setting.choices),
        "help": setting.help,
    }


def kind_metadata(kind: kinds.Kind) -> dict:
    """What the prep table needs to know of a kind of step or generator."""
    default = recipe.default_start if kind.makes else recipe.default_step
    return {
        "name": kind.name,
        "label": kind.label,
        "help": kind.help,
        "makes": kind.makes,
        "settings": [setting_metadata(setting) for setting in kind.settings],
        "begins": default(kind.name),
    }


def proposed() -> dict:
    """The brushes that are proposed from a source, with stand-ins for what only the device knows."""
    given = (variations.ANY_PICTURE, variations.ANY_SOURCE, variations.ANY_TEXTURE)
    return {makes: [one._asdict() for one in variations.proposals(makes, *given)] for makes in ("shape", "grain")}


def varied() -> list[dict]:
    """The settings that a brush's neighbours vary in."""
    return [one._asdict() for one in neighbours.VARIED]


POINTERS = {"pen": records.PEN, "finger": records.FINGER, "mouse": records.MOUSE}


NUMBERS = {
    "TILE": records.TILE,
    "PLANES": records.PLANES,
    "DRY": order.DRY,
    "NEIGHBOURS": neighbours.COUNT,
    "STAYS": STAYS,
    "MOST_LAYERS": settings.MOST_LAYERS,
    "INK_LAYERS": records.INK_LAYERS,
    "UNDERLAY": records.UNDERLAY,
    "MOST_UNDERLAYS": sheet.MOST_UNDERLAYS,
    "MOST_RULES": guides.MOST_RULES,
    "GUIDE_MM": GUIDE_MM,
    "LEAST_SHEET": paper_sizes.LEAST_SIDE,
    "MOST_SHEET": paper_sizes.MOST_SIDE,
    "MOST_PLACES": words.MOST_PLACES,
    "MOST_PEN_STROKES": words.MOST_STROKES,
    "MOST_LETTERS": writing.MOST_LETTERS,
    "WORD_SAMPLES": writing.MOST_SAMPLES,
    "MOST_DPI": paper_sizes.MOST_DPI,
    "RECENT": records.RECENT,
    "STATES": records.STATES,
    "MAX_NODES": responses.MAX_NODES,
    "MAX_LINKS": responses.MAX_LINKS,
    "MAX_SHAPES": brush_record.MAX_SHAPES,
    "LEVELS": records.LEVELS,
    "PROOF_SHEET": list(proofs.SHEET),
    "LANES_AREA": list(proofs.LANES_AREA),
    "PICTURED_ROOM": list(pictured.ROOM),
    "PICTURED_PAPER": list(pictured.PAPER_ROOM),
    "MOST_SAMPLES": proofs.MOST_SAMPLES,
    "TABLE": responses.TABLE,
    "OPEN": OPEN,
    "GAP": responses.GAP,
    "BRUSH_VERSION": brush.VERSION,
    "MOST_POINTS": MOST_POINTS,
    "MOST_SHAPE": kinds.MOST_SHAPE,
    "MOST_GRAIN": kinds.MOST_GRAIN,
    "MOST_STEPS": recipe.MOST_STEPS,
    "UNSAID": int(recognise.UNSAID),
    "IN_ALPHA": recognise.ALPHA,
    "A_GRAIN": recognise.A_GRAIN,
    "SIGN_BINS": recognise.BINS,
    "MOST_FILE": picture.MOST_BYTES,
    "MOST_PIXELS": picture.MOST_PIXELS,
    "LEAST_SIDE": picture.LEAST_SIDE,
    "MOST_RATIO": picture.MOST_RATIO,
    "WORKING_SIDE": picture.WORKING_SIDE,
    "DRAWN_SIDE": picture.DRAWN_SIDE,
    "FIRST_LINK": FIRST_LINK,
    "TAPERS_EACH": TAPERS_EACH,
    "FIRST_CAUSE_STEP": FIRST_CAUSE_STEP,
    "ALONG": ALONG,
    "EVENS": EVENS,
    "EVEN": EVEN,
    "PROBE_SIDE": readings.SIDE,
    "PROBE_WORK": readings.WORK,
    "MM_PER_INCH": papers.MM_PER_INCH,
    "COST_LENGTH": readings.COST_LENGTH,
    "PAPER": papers.PAPER,
    "POCKET": list(pockets.POCKET),
    "PRINT": pockets.PRINT,
}

PLAIN = NUMBERS | {
    "SHAKY": readings.SHAKY,
    "CORNERED": readings.CORNERED,
    "ANY_PICTURE": variations.ANY_PICTURE,
    "ANY_SOURCE": variations.ANY_SOURCE,
    "ANY_TEXTURE": variations.ANY_TEXTURE,
    "TEXTURE": variations.TEXTURE,
}
"""Exported as they are."""


def rows(many) -> list[dict]:
    """Rows of a table, by their fields."""
    return [vars(one) for one in many]


def tables() -> dict[str, object]:
    """What is exported as constants, by name."""
    return {
        "KIND": POINTERS,
        "STATIONS": settings.STATIONS,
        "STATION_HELP": STATION_HELP,
        "RECORDS": {name: record_layout(one) for name, one in RECORDS.items()},
        "KERNELS": {name: kernel_signature(one) for name, one in sorted(KERNELS.items())},
        "INPUTS": rows(responses.INPUTS),
        "OUTPUTS": rows(responses.OUTPUTS),
        "CURVES": rows(responses.CURVES),
        "FITTING": responses.FITTING,
        "CAUSES": rows(causes.CAUSES),
        "PAPERS": rows(papers.PAPERS),
        "SHEET_SIZES": rows(paper_sizes.SHEET_SIZES),
        "TINTS": paper_sizes.TINTS,
        "GUIDES": [setting_metadata(one) for one in GUIDES],
        "HANDS": HANDS,
        "WORDS": [setting_metadata(one) for one in WORDS],
        "STRAIGHT_WAYS": straighten.WAYS,
        "GUIDE_INKS": GUIDE_INKS,
        "RULES": guides.KINDS,
        "DEFAULT_SHEET": sheet.default_sheet(),
        "READINGS": rows(telling.READINGS),
        "PRESSURES": PRESSURES,
        "SETTINGS": [setting_metadata(one) for one in settings.SETTINGS],
        "MODES": settings.MODES,
        "CHANNELS": kinds.CHANNELS,
        "VARIED": varied(),
        "PROPOSALS": proposed(),
        "ONE_TOUCH": pockets.ONE_TOUCH,
        "DEFAULT_BRUSH": brush.default_document(),
    }


def typed() -> dict[str, object]:
    """What is exported with a type that documents have, by name and type."""
    upright = pockets.upright_stroke(*pockets.POCKET)
    return {
        "STEPS: Kind[]": [kind_metadata(one) for one in STEPS],
        "GENERATORS: Kind[]": [kind_metadata(one) for one in GENERATORS],
        "ADVICE: Advice[]": rows(ADVICE),
        "SIGNS: Sign[]": rows(SIGNS),
        "PICTURED: Record<string, number[][]>": pictured.as_rows(),
        "UPRIGHT: number[][]": [[round(float(part), 4) for part in sample] for sample in upright],
    }


def typescript() -> str:
    """The whole generated file."""
    for unit in UNITS:
        import_module(f"..kernels.{unit}", __package__)  # its kernels register themselves
    lines = [
        "// Generated by hollowmist_core.homes.layout from the Python core; do not edit.",
        'import type { Advice, Kind, Sign } from "@/documents/recipe"',
        *(f"export const {name} = {json.dumps(value)}" for name, value in PLAIN.items()),
        *(
            f"export const {name} = {json.dumps(value, indent=1, ensure_ascii=False)} as const"
            for name, value in tables().items()
        ),
        *(
            f"export const {name} = {json.dumps(value, indent=1, ensure_ascii=False)}"
            for name, value in typed().items()
        ),
    ]
    return "\n".join(lines) + "\n"
