"""The brush as one record: every setting once, with unit, range, default, station and help.

From `SETTINGS` and `RESPONSES` come the checked document that is kept and carried (`read`), the
record the kernels work on (`BRUSH`, `to_record`), the JSON schema (`json_schema`) and, through
`wasm.layout`, the table of offsets and the control metadata that the tablet uses.
"""

import json
from dataclasses import dataclass
from typing import Annotated, Any, Literal

import numpy as np
from pydantic import AfterValidator, BaseModel, ConfigDict, Field, ValidationError, create_model

VERSION = 1
"""Version of the brush document written here. Older ones are read; newer ones are refused."""

MAX_NODES = 16
TABLE = 257
"""Entries of a response's table: the curve at 0, 1/256 ... 1."""

STATIONS = ("hand", "line", "weight", "tip", "grain", "ink")
INPUTS = ("pressure",)
OUTPUTS = ("size", "opacity")


@dataclass(frozen=True)
class Setting:
    """One setting of a brush.

    Attributes
    ----------
    name : str
        Key in the document and field of the record.
    kind : {"number", "choice", "switch", "colour"}
    default : float, str or bool
        A colour is "#rrggbb" in sRGB.
    unit : str
        As shown. "%" is stored as 0..1, "°" as degrees, "× size" as multiples of the brush's size.
    low, high : float
        Allowed range of a number, both ends included.
    step : float
        The smallest change that is useful to a hand.
    log : bool
        The range spans decades, so a slider moves by ratios.
    choices : tuple of str
        In the order in which the record numbers them.
    """

    name: str
    label: str
    station: str
    kind: str
    default: Any
    help: str
    unit: str = ""
    low: float = 0.0
    high: float = 1.0
    step: float = 0.01
    log: bool = False
    choices: tuple[str, ...] = ()


def _percent(name, label, station, default, help, low=0.0, high=1.0, step=0.01, log=False):
    return Setting(name, label, station, "number", default, help, "%", low, high, step, log)


def _taper(end: str, where: str) -> tuple[Setting, ...]:
    return (
        Setting(
            f"taper_{end}_length",
            f"{where} taper",
            "weight",
            "number",
            0.0,
            f"How far the {end} of the stroke takes to reach its full width.",
            "× size",
            0.0,
            20.0,
            0.1,
        ),
        _percent(
            f"taper_{end}_point",
            f"{where} point",
            "weight",
            0.0,
            f"Width left at the very {end}: 0 % is a needle point.",
        ),
        _percent(
            f"taper_{end}_curve",
            f"{where} shape",
            "weight",
            0.0,
            "Below zero the point stays thin for longer, above zero it is blunt.",
            -1.0,
        ),
    )


SETTINGS: tuple[Setting, ...] = (
    Setting(
        "steadying",
        "Steadying",
        "line",
        "choice",
        "none",
        "Takes the tremble out of the line.",
        choices=("none", "even-out"),
    ),
    Setting(
        "reach",
        "Reach",
        "line",
        "number",
        12.0,
        "Length of line that is evened out: more is calmer, and rounds corners more.",
        "px",
        1.0,
        200.0,
        1.0,
        log=True,
    ),
    Setting(
        "finish", "Finish at the lift", "line", "switch", True, "The line runs on to where the pen left the paper."
    ),
    Setting(
        "size",
        "Size",
        "weight",
        "number",
        24.0,
        "Width of the stroke at full response.",
        "px",
        0.5,
        2000.0,
        0.5,
        log=True,
    ),
    _percent("thinnest", "Thinnest", "weight", 0.0, "No touch draws thinner than this share of the size."),
    _percent("thickest", "Thickest", "weight", 1.0, "No press draws thicker than this share of the size."),
    *_taper("start", "Start"),
    *_taper("end", "End"),
    _percent("softness", "Softness", "tip", 0.0, "How far the edge fades: 0 % is crisp."),
    _percent("roundness", "Roundness", "tip", 1.0, "100 % is a disc, low values a flat nib.", low=0.02),
    Setting("angle", "Angle", "tip", "number", 0.0, "Turn of the tip on the page, clockwise.", "°", -180.0, 180.0, 1.0),
    _percent(
        "spacing",
        "Spacing",
        "tip",
        0.04,
        "Distance from stamp to stamp, of the width there: wide shows single stamps.",
        low=0.01,
        high=5.0,
        log=True,
    ),
    Setting("ink", "Ink", "ink", "colour", "#1e2a2d", "Colour of the ink."),
    _percent("opacity", "Opacity", "ink", 1.0, "The most a whole stroke covers.", low=0.01),
    _percent("flow", "Flow", "ink", 1.0, "Ink that each single stamp gives.", low=0.01),
    Setting(
        "overlap",
        "Overlap",
        "ink",
        "choice",
        "level",
        "Level stays even where a stroke crosses itself, build grows darker.",
        choices=("level", "build"),
    ),
)

BY_NAME = {setting.name: setting for setting in SETTINGS}


@dataclass(frozen=True)
class Response:
    """A link from an input of the hand to an output of the brush, and its state in a new brush."""

    output: str
    input: str
    station: str
    on: bool
    range: tuple[float, float]
    help: str

    @property
    def label(self) -> str:
        """As shown, for example "Pressure → size"."""
        return f"{self.input.capitalize()} → {self.output}"


RESPONSES: tuple[Response, ...] = (
    Response("size", "pressure", "weight", True, (0.1, 1.0), "How the press of the hand widens the line."),
    Response("opacity", "pressure", "ink", False, (0.2, 1.0), "How the press of the hand darkens the line."),
)

LINK = np.dtype(
    [
        ("input", "i4"),
        ("output", "i4"),
        ("on", "i4"),
        ("count", "i4"),
        ("low", "f4"),
        ("high", "f4"),
        ("x", "f4", (MAX_NODES,)),
        ("y", "f4", (MAX_NODES,)),
        ("table", "f4", (TABLE,)),
    ],
    align=True,
)
"""Record of one response: `x`, `y` hold `count` nodes, `table` is filled by the kernel `prepare`."""

_FIELD = {"number": "f4", "choice": "i4", "switch": "i4", "colour": "u4"}

BRUSH = np.dtype(
    [(s.name, _FIELD[s.kind]) for s in SETTINGS]
    + [("cos_angle", "f4"), ("sin_angle", "f4"), ("responses", LINK, (len(RESPONSES),))],
    align=True,
)
"""Record of a brush. `cos_angle`, `sin_angle` and the tables are derived by the kernel `prepare`."""


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
    return nodes


_Unit = Annotated[float, Field(ge=0, le=1, allow_inf_nan=False)]
_Nodes = Annotated[list[tuple[_Unit, _Unit]], Field(min_length=2, max_length=MAX_NODES), AfterValidator(_rising)]


class _Strict(BaseModel):
    model_config = ConfigDict(extra="forbid", strict=True, title="Brush")


def _link_model(response: Response):
    return create_model(
        f"{response.output.capitalize()}From{response.input.capitalize()}",
        __base__=_Strict,
        on=(bool, response.on),
        range=(tuple[_Unit, _Unit], response.range),
        nodes=(_Nodes, [(0.0, 0.0), (1.0, 1.0)]),
    )


def _outputs_model():
    by_output: dict[str, dict] = {}
    for response in RESPONSES:
        model = _link_model(response)
        by_output.setdefault(response.output, {})[response.input] = (model, Field(default_factory=model))
    outputs = {}
    for output, links in by_output.items():
        model = create_model(f"{output.capitalize()}Responses", __base__=_Strict, **links)
        outputs[output] = (model, Field(default_factory=model))
    return create_model("Responses", __base__=_Strict, **outputs)


def _field_for(setting: Setting):
    note = {"title": setting.label, "description": setting.help}
    if setting.kind == "number":
        extra = {"unit": setting.unit, "station": setting.station}
        return float, Field(
            setting.default, ge=setting.low, le=setting.high, allow_inf_nan=False, json_schema_extra=extra, **note
        )
    if setting.kind == "choice":
        return Literal[setting.choices], Field(setting.default, **note)
    if setting.kind == "switch":
        return bool, Field(setting.default, **note)
    return str, Field(setting.default, pattern=r"^#[0-9a-f]{6}$", **note)


_responses = _outputs_model()
BrushDocument = create_model(
    "BrushDocument",
    __base__=_Strict,
    version=(int, Field(VERSION, ge=1, le=VERSION, description="Version of this document's format.")),
    **{s.name: _field_for(s) for s in SETTINGS},
    responses=(_responses, Field(default_factory=_responses)),
)
"""Pydantic model of the document in which a brush is kept and carried."""


def json_schema() -> dict:
    """JSON schema (draft 2020-12) of a brush document."""
    return BrushDocument.model_json_schema()


def default_document() -> dict:
    """A new brush: every setting at its default."""
    return BrushDocument().model_dump(mode="json")


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
    try:
        return BrushDocument.model_validate_json(json.dumps(document)).model_dump(mode="json")
    except ValidationError as error:
        raise BrushError([_problem(one) for one in error.errors()]) from None
    except (TypeError, ValueError) as error:
        raise BrushError([Problem("", None, f"not a brush document: {error}")]) from None


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


def to_record(document: dict) -> np.ndarray:
    """The record of a checked document.

    Parameters
    ----------
    document : dict
        As returned by `read`.

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
    for slot, response in zip(record["responses"][0], RESPONSES, strict=True):
        link = document["responses"][response.output][response.input]
        slot["input"] = INPUTS.index(response.input)
        slot["output"] = OUTPUTS.index(response.output)
        slot["on"] = link["on"]
        slot["low"], slot["high"] = link["range"]
        slot["count"] = len(link["nodes"])
        slot["x"][: len(link["nodes"])], slot["y"][: len(link["nodes"])] = zip(*link["nodes"], strict=True)
    return record
