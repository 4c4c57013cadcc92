"""A sheet as one document: its paper, layers, underlays and guides. Its strokes are kept one by one beside it."""

from typing import Annotated, Literal

from pydantic import AfterValidator, BaseModel, ConfigDict, Field, ValidationError, create_model

from ..tables.guides import GUIDES
from ..tables.paper_sizes import LEAST_SIDE, MOST_DPI, MOST_SIDE
from ..tables.records import INK_LAYERS
from ..tables.settings import MODES
from .brush import Problem, field_for

VERSION = 1
"""Version of the sheet document written here. Newer ones are refused."""

MOST_UNDERLAYS = 4
"""Most pictures below the ink of a sheet."""


class SheetError(ValueError):
    """A document that is not a sound sheet. `problems` lists all that is wrong, one by one."""

    def __init__(self, problems: list[Problem]):
        self.problems = problems
        super().__init__("; ".join(problem.message for problem in problems))


class _Strict(BaseModel):
    model_config = ConfigDict(extra="forbid", strict=True)


_Unit = Annotated[float, Field(ge=0, le=1, allow_inf_nan=False)]
_Colour = Annotated[str, Field(pattern=r"^#[0-9a-f]{6}$")]
_Far = Annotated[float, Field(ge=-100_000, le=100_000, allow_inf_nan=False)]


class SheetLayer(_Strict):
    """A layer of ink, blended onto what is below it. Strokes know it by `which`, wherever it stands."""

    which: int = Field(0, ge=0, lt=INK_LAYERS)
    name: str = Field("", max_length=40)
    mode: Literal[MODES] = "normal"
    opacity: _Unit = 1.0
    shown: bool = True
    locked: bool = Field(False, description="Whether nothing may be drawn on it or taken from it.")


class Underlay(_Strict):
    """A picture below the ink. It lies with its middle at (x, y), `scale` sheet px to a px of the picture, turned."""

    picture: str = Field(pattern=r"^[0-9a-f]{64}$", description="SHA-256 of the picture's file.")
    name: str = Field("", max_length=80)
    width: int = Field(ge=1, le=MOST_SIDE, description="Of the picture, px.")
    height: int = Field(ge=1, le=MOST_SIDE, description="Of the picture, px.")
    x: _Far = 0.0
    y: _Far = 0.0
    scale: float = Field(1.0, ge=0.01, le=100, allow_inf_nan=False)
    turn: float = Field(0.0, ge=-180, le=180, allow_inf_nan=False, description="Degrees, clockwise.")
    mirrored: bool = False
    opacity: _Unit = 0.5
    shown: bool = True
    tint: _Colour | None = Field(None, description="Colour its dark is shown in; its own colours without one.")


def _distinct(layers):
    if len({layer.which for layer in layers}) < len(layers):
        raise ValueError("two layers are known by the same number; give each its own `which`")
    return layers


_Layers = Annotated[list[SheetLayer], Field(min_length=1, max_length=INK_LAYERS), AfterValidator(_distinct)]
_Side = Annotated[int, Field(ge=LEAST_SIDE, le=MOST_SIDE, description="px.")]

Guides = create_model("Guides", __base__=_Strict, **{one.name: field_for(one) for one in GUIDES})
"""Pydantic model of a sheet's guides."""


class SheetDocument(_Strict):
    """The document in which a sheet is kept and carried."""

    version: int = Field(VERSION, ge=1, le=VERSION)
    width: _Side = 1748
    height: _Side = 2480
    dpi: float = Field(300.0, ge=1, le=MOST_DPI, allow_inf_nan=False)
    unit: Literal["mm", "inch", "px"] = Field("mm", description="In which its size is told.")
    tint: _Colour = Field("#fbfaf5", description="Colour of the paper.")
    follows: bool = Field(False, description="Whether its strokes follow their brushes, or stay as they were drawn.")
    layers: _Layers = Field(default_factory=lambda: [SheetLayer()], description="The lowest first.")
    underlays: list[Underlay] = Field(default_factory=list, max_length=MOST_UNDERLAYS, description="The lowest first.")
    guides: Guides = Field(default_factory=Guides)


def default_sheet() -> dict:
    """A new sheet: A5 upright at 300 dpi, one layer, no underlay, guides switched off."""
    return SheetDocument().model_dump(mode="json")


def _said(error: dict, document: dict) -> Problem:
    where = ".".join(map(str, error["loc"]))
    value = error.get("input")
    if where in ("width", "height") and isinstance(value, int):
        fix = "choose fewer dots per inch or a smaller paper" if value > MOST_SIDE else "choose a larger paper"
        said = f"a sheet is {LEAST_SIDE} to {MOST_SIDE} px a side, and its {where} is {value} px; {fix}"
        return Problem(where, value, said)
    return Problem(where, value, f"{where}: {error['msg']}")


def read_sheet(document: dict) -> dict:
    """Check a sheet's document and make it whole: what is missing gets its default.

    Raises
    ------
    SheetError
        With a sentence for each thing that is wrong, and what to do.
    """
    if not isinstance(document, dict):
        raise SheetError([Problem("", document, "a sheet is an object; send its document")])
    version = document.get("version", VERSION)
    if isinstance(version, int) and version > VERSION:
        said = f"version: this sheet was made by a newer Hollowmist (version {version}); update this one to open it"
        raise SheetError([Problem("version", version, said)])
    try:
        return SheetDocument.model_validate({**document, "version": VERSION}).model_dump(mode="json")
    except ValidationError as error:
        raise SheetError([_said(one, document) for one in error.errors()]) from None


def json_schema() -> dict:
    """JSON schema (draft 2020-12) of a sheet document."""
    return SheetDocument.model_json_schema()
