"""The brush as one document: how it is kept and carried.

From `settings.SETTINGS` and the responses come the checked document (`read`), its JSON schema (`json_schema`) and,
from a document, the record the kernels work on (`to_record`).
"""

import json
from dataclasses import dataclass
from typing import Annotated, Any, Literal

import numpy as np
from pydantic import AfterValidator, BaseModel, ConfigDict, Field, ValidationError, create_model

from ..tables.brush_record import BRUSH, MAX_SHAPES
from ..tables.papers import PAPER
from ..tables.responses import GAP, INPUT_NAMES, MAX_LINKS, MAX_NODES, OUTPUT_BY_NAME, OUTPUT_NAMES, POINTERS
from ..tables.setting import Setting
from ..tables.settings import BY_NAME, MODES, MOST_LAYERS, SETTINGS, TAPERED

VERSION = 7
"""Version of the brush document written here. Older ones are read; newer ones are refused."""


_ROUNDING = 1e-6
"""What float32 may have taken from a distance."""


@dataclass(frozen=True)
class Problem:
    """One thing that is wrong with a document: the field, the value found, and what is allowed."""

    field: str
    value: Any
    message: str


class BrushError(ValueError):
    """A document that is not a sound brush. `problems` lists all that is wrong, one by one."""

    def __init__(self, problems: list[Problem]):
        self.problems = problems
        super().__init__("; ".join(problem.message for problem in problems))


def _rising(nodes):
    for before, after in zip(nodes, nodes[1:], strict=False):
        if after[0] <= before[0]:
            raise ValueError(f"nodes must run from left to right: {after[0]:g} comes after {before[0]:g}")
        if after[0] - before[0] < GAP - _ROUNDING:
            raise ValueError(f"nodes must be {GAP:g} apart: {after[0]:g} is too near to {before[0]:g}; remove one")
    return nodes


def _ordered(zone):
    if zone[1] < zone[0]:
        raise ValueError(f"a dead zone runs from low to high, not from {zone[0]:g} to {zone[1]:g}")
    return zone


_Finite = Annotated[float, Field(allow_inf_nan=False)]
_Unit = Annotated[float, Field(ge=0, le=1, allow_inf_nan=False)]
_Nodes = Annotated[list[tuple[_Unit, _Unit]], Field(min_length=2, max_length=MAX_NODES), AfterValidator(_rising)]


class _Strict(BaseModel):
    model_config = ConfigDict(extra="forbid", strict=True)


class Link(_Strict):
    """A response: a link from an input of the hand to an output of the brush, through a curve."""

    on: bool = True
    range: tuple[_Finite, _Finite] = (0.0, 1.0)
    nodes: _Nodes = [(0.0, 0.0), (1.0, 1.0)]
    dead: Annotated[tuple[_Unit, _Unit], AfterValidator(_ordered)] | None = None
    pointers: Annotated[list[Literal[POINTERS]], Field(min_length=1, max_length=len(POINTERS))] = list(POINTERS)


def _checked_links(responses):
    count = 0
    for output, links in responses.items():
        bounds = OUTPUT_BY_NAME[output]
        for name, link in links.items():
            count += 1
            for end in link.range:
                if not bounds.low <= end <= bounds.high:
                    raise ValueError(
                        f"the range of {name} to {output} reaches {end:g}; give {bounds.low:g} to {bounds.high:g}"
                    )
    if count > MAX_LINKS:
        raise ValueError(f"{count} responses are more than the {MAX_LINKS} a brush can hold; remove some")
    return responses


_Responses = Annotated[
    dict[Literal[OUTPUT_NAMES], dict[Literal[INPUT_NAMES], Link]],
    AfterValidator(_checked_links),
]


def _first_responses() -> dict:
    return {
        "size": {"pressure": Link(range=(0.1, 1.0))},
        "opacity": {"pressure": Link(on=False, range=(0.2, 1.0))},
    }


_Digest = Annotated[str, Field(pattern=r"^[0-9a-f]{64}$", description="SHA-256 of the picture's PNG file.")]
_Id = Annotated[str, Field(pattern=r"^[0-9a-f-]{36}$", description="The source it was taken from.")]


class GrainUse(_Strict):
    """A grain source in use: the picture itself, and the source whose changes it may follow."""

    picture: _Digest
    source: _Id | None = None


class ShapeUse(GrainUse):
    """A shape source in use, with its own turn, flips, scale and invert."""

    turn: float = Field(0.0, ge=-180, le=180, allow_inf_nan=False)
    scale: float = Field(1.0, ge=0.05, le=4, allow_inf_nan=False)
    flip_across: bool = False
    flip_along: bool = False
    invert: bool = False


class LayerUse(_Strict):
    """A layer of the proof sheet: the ink of the strokes that lie on it, blended onto what is below.

    `brush` is the id of another brush that its strokes are inked with; without one it is the brush itself. With
    `lanes` the recorded lanes are inked on it too.
    """

    which: int = Field(0, ge=0, lt=MOST_LAYERS, description="What strokes know it by, wherever it stands.")
    mode: Literal[MODES] = "normal"
    opacity: _Unit = 1.0
    shown: bool = True
    lanes: bool = False
    brush: Annotated[str, Field(pattern=r"^[0-9a-f-]{36}$")] | None = None


def _distinct(layers):
    if len({layer.which for layer in layers}) < len(layers):
        raise ValueError("two layers are known by the same number; give each its own `which`")
    return layers


_Layers = Annotated[list[LayerUse], Field(min_length=1, max_length=MOST_LAYERS), AfterValidator(_distinct)]
_Colour = Annotated[str, Field(pattern=r"^#[0-9a-f]{6}$")]


def field_for(setting: Setting):
    """Pydantic type and field of a setting."""
    note = {"title": setting.label, "description": setting.help}
    if setting.kind == "number":
        extra = {"unit": setting.unit} | ({"station": setting.station} if setting.station else {})
        return float, Field(
            setting.default, ge=setting.low, le=setting.high, allow_inf_nan=False, json_schema_extra=extra, **note
        )
    if setting.kind == "choice":
        return Literal[setting.choices], Field(setting.default, **note)
    if setting.kind == "switch":
        return bool, Field(setting.default, **note)
    return str, Field(setting.default, pattern=r"^#[0-9a-f]{6}$", **note)


BrushDocument = create_model(
    "BrushDocument",
    __base__=_Strict,
    version=(int, Field(VERSION, ge=1, le=VERSION, description="Version of this document's format.")),
    **{s.name: field_for(s) for s in SETTINGS},
    shapes=(list[ShapeUse], Field(default_factory=list, max_length=MAX_SHAPES)),
    grain=(GrainUse | None, None),
    responses=(_Responses, Field(default_factory=_first_responses)),
    layers=(_Layers, Field(default_factory=lambda: [LayerUse(lanes=True)], description="The lowest first.")),
    ground=(_Colour | None, Field(None, description="Colour of the proof sheet; the room's paper without one.")),
    swapped=(bool, Field(False, description="Whether paper and ink are swapped on the proof sheet.")),
    proofs=(str, Field("", max_length=40, description="Set of proof strokes it is shown on; empty: those that ship.")),
)
"""Pydantic model of the document in which a brush is kept and carried."""


def json_schema() -> dict:
    """JSON schema (draft 2020-12) of a brush document."""
    return BrushDocument.model_json_schema()


def default_document() -> dict:
    """A new brush: every setting at its default."""
    return BrushDocument().model_dump(mode="json")


def _dumped(links: dict) -> dict:
    return {name: link.model_dump(mode="json") for name, link in links.items()}


def _brought_up(document: dict, version: int) -> dict:
    """A document of an older version, with what it said in that version's way said in this one's."""
    if version < 3 and isinstance(document.get("responses"), dict):
        # What was left out stood at its default.
        first = {output: _dumped(links) for output, links in _first_responses().items()}
        document = {**document, "responses": {**first, **document["responses"]}}
    if version < 5:
        # An opacity taper was an end of its own on the width's taper.
        for taper in (prefix + name for prefix in TAPERED for name in ("taper_start", "taper_end")):
            left = document.get(f"{taper}_opacity", 1.0)
            document = {name: value for name, value in document.items() if name != f"{taper}_opacity"}
            if left != 1.0:
                parts = ("in", "length", "px", "part", "curve")
                shared = {f"{taper}_opacity_{part}": document.get(f"{taper}_{part}") for part in parts}
                document |= {name: value for name, value in shared.items() if value is not None}
                document[f"{taper}_opacity_point"] = left
    return document


def read(document: Any) -> dict:
    """Check a brush document and fill in what an older version did not have.

    Parameters
    ----------
    document : dict
        As written by any version up to `VERSION`.

    Returns
    -------
    dict
        A whole document of the present version.

    Raises
    ------
    BrushError
        With one problem per fault; each names the field, the value found and the allowed range.

    Examples
    --------
    >>> read({"size": 12})["size"]
    12.0
    """
    if not isinstance(document, dict):
        raise BrushError([Problem("", None, "a brush is an object with settings by name")])
    version = document.get("version", VERSION)
    if isinstance(version, int) and version > VERSION:
        raise BrushError(
            [
                Problem(
                    "version",
                    version,
                    (
                        f"version: this brush was made by a newer Hollowmist (format {version}); "
                        f"this one reads up to {VERSION}. Update Hollowmist, then open it again."
                    ),
                )
            ]
        )
    if isinstance(version, int):
        document = _brought_up(document, version)
    try:
        whole = BrushDocument.model_validate_json(json.dumps(document)).model_dump(mode="json")
        return whole | {"version": VERSION}
    except ValidationError as error:
        raise BrushError([_problem(one) for one in error.errors()]) from None
    except (TypeError, ValueError) as error:
        raise BrushError([Problem("", None, f"not a brush document: {error}")]) from None


def read_as_far(document: Any) -> tuple[dict, dict]:
    """Read a brush document of a newer version as far as it can be.

    Returns
    -------
    whole, beyond : dict
        A whole document of the present version; and what of it is not understood, to be written again as it was:
        settings that there are none of here, and values that are not allowed here. Empty where it was all understood.

    Raises
    ------
    BrushError
        It is of this version or an older one, and not sound; or nothing of it can be read.
    """
    version = document.get("version") if isinstance(document, dict) else None
    if not (isinstance(version, int) and version > VERSION):
        return read(document), {}
    known = {name: value for name, value in document.items() if name in BrushDocument.model_fields}
    unknown_fields = {name: value for name, value in document.items() if name not in known} | {"version": version}
    known["version"] = VERSION
    for _ in range(len(known)):
        try:
            return read(known), unknown_fields
        except BrushError as error:
            fields = {one.field.split(".")[0] for one in error.problems} & set(known)
            if not fields:
                raise
            unknown_fields |= {name: known.pop(name) for name in fields}
    return read(known), unknown_fields


def _problem(error) -> Problem:
    path = [part for part in error["loc"] if isinstance(part, int | str)]
    field, value, kind = ".".join(map(str, path)), error.get("input"), error["type"]
    setting = BY_NAME.get(str(path[0])) if len(path) == 1 else None
    shown = json.dumps(value, default=str)
    shown = shown if len(shown) <= 60 else shown[:57] + "..."
    if kind == "extra_forbidden":
        text = f"{field}: unknown setting (value {shown}); remove it, or check its spelling"
    elif setting and setting.kind == "number":
        text = f"{field}: {shown} is not allowed; give a number from {setting.low:g} to {setting.high:g}"
        text += " (1 = 100 %)" if setting.unit == "%" else f" {setting.unit}".rstrip()
    elif setting and setting.kind == "choice":
        text = f"{field}: {shown} is not allowed; choose one of {', '.join(setting.choices)}"
    elif setting and setting.kind == "colour":
        text = f"{field}: {shown} is not a colour; write it as #rrggbb, in small letters"
    else:
        text = f"{field}: {shown} is not allowed; {error['msg'].removeprefix('Value error, ')}"
        text += "; from 0 to 1" if kind in ("greater_than_equal", "less_than_equal") else ""
    return Problem(field, value, text)


def pictures_of(document: dict) -> list[tuple[str, str]]:
    """The pictures a checked brush uses: (role, digest), the role being "shape", "inverted" or "grain".

    In the order in which the record counts them; a picture used twice in one role is listed once.
    """
    roles = [("inverted" if use["invert"] else "shape", use["picture"]) for use in document["shapes"]]
    if document["grain"]:
        roles.append(("grain", document["grain"]["picture"]))
    return list(dict.fromkeys(roles))


def to_record(document: dict, images: dict[tuple[str, str], int] | None = None) -> np.ndarray:
    """The record of a checked document.

    Parameters
    ----------
    document : dict
        As returned by `read`.
    images : dict, optional
        Place of each of `pictures_of(document)` among the images at hand; what is missing counts as not there.

    Returns
    -------
    ndarray, shape (1,), dtype BRUSH
        Without the derived fields: the kernel `prepare` fills those in.
    """
    record = np.zeros(1, BRUSH)
    for setting in SETTINGS:
        value = document[setting.name]
        if setting.kind == "choice":
            value = setting.choices.index(value)
        elif setting.kind == "colour":
            value = int(value[1:], 16)
        record[setting.name] = value
    images = images or {}
    record["shape_count"] = len(document["shapes"])
    for slot, use in zip(record["shapes"][0], document["shapes"], strict=False):
        slot["image"] = images.get(("inverted" if use["invert"] else "shape", use["picture"]), -1)
        for name in ("turn", "scale", "flip_across", "flip_along"):
            slot[name] = use[name]
    record["grain_image"] = images.get(("grain", document["grain"]["picture"]), -1) if document["grain"] else -1
    record["paper"] = int(document["ground"][1:], 16) if document["ground"] else PAPER
    links = links_of(document)
    record["link_count"] = len(links)
    for slot, (output, name, link) in zip(record["responses"][0], links, strict=False):
        slot["input"] = INPUT_NAMES.index(name)
        slot["output"] = OUTPUT_NAMES.index(output)
        slot["on"] = link["on"]
        slot["pointers"] = sum(1 << POINTERS.index(one) for one in set(link["pointers"]))
        slot["low"], slot["high"] = link["range"]
        slot["dead_low"], slot["dead_high"] = link["dead"] or (0.0, 0.0)
        slot["count"] = len(link["nodes"])
        slot["x"][: len(link["nodes"])], slot["y"][: len(link["nodes"])] = zip(*link["nodes"], strict=True)
    return record


def links_of(document: dict) -> list[tuple[str, str, dict]]:
    """The responses of a checked document as (output, input, link), in the order in which the record has them."""
    return [
        (output, name, document["responses"][output][name])
        for output in OUTPUT_NAMES
        for name in INPUT_NAMES
        if name in document["responses"].get(output, {})
    ]
