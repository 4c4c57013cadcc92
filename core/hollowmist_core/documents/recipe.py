"""Recipes: how a source is made, as a document that stays editable."""

import json
from functools import reduce
from operator import or_
from typing import Annotated, Any, Literal

from pydantic import BaseModel, ConfigDict, Field, TypeAdapter, ValidationError, create_model

from ..kernels.source.prepare.steps import MOST_POINTS
from ..tables.generators import GENERATORS
from ..tables.kinds import CHANNELS
from ..tables.steps import STEPS
from .brush import Problem, field_for

MOST_STEPS = 24
MOST_STROKES = 400

_Share = Annotated[float, Field(ge=0, le=1, allow_inf_nan=False)]
_Px = Annotated[float, Field(ge=-4096, le=4096, allow_inf_nan=False)]


class RecipeError(ValueError):
    """A document that is no sound recipe. `problems` lists all that is wrong, one by one."""

    def __init__(self, problems: list[Problem]):
        self.problems = problems
        super().__init__("; ".join(problem.message for problem in problems))


class _Strict(BaseModel):
    model_config = ConfigDict(extra="forbid", strict=True)


class PictureStart(_Strict):
    """Begin with the original picture: dark is ink."""

    kind: Literal["picture"]
    channel: Literal[CHANNELS] = "luminance"


class BlankStart(_Strict):
    """Begin with bare paper."""

    kind: Literal["blank"]
    side: int = Field(512, ge=16, le=1024)


class MendStroke(_Strict):
    """A stroke along which the picture is cloned or healed from (dx, dy) px beside it."""

    dx: _Px
    dy: _Px
    radius: Annotated[float, Field(ge=1, le=256, allow_inf_nan=False)]
    heal: bool
    samples: Annotated[list[tuple[_Px, _Px]], Field(min_length=1, max_length=2000)]


class DrawStroke(_Strict):
    """A stroke of a brush drawn into the picture; samples are x, y, t, pressure, altitude, azimuth."""

    brush: dict
    kind: Literal["pen", "finger", "mouse"]
    erase: bool
    seed: int = Field(1, ge=0, le=2**31 - 1)
    samples: Annotated[
        list[Annotated[list[Annotated[float, Field(allow_inf_nan=False)]], Field(min_length=6, max_length=6)]],
        Field(min_length=1, max_length=20000),
    ]


class MendStep(_Strict):
    """Clone and heal."""

    kind: Literal["mend"]
    on: bool = True
    strokes: Annotated[list[MendStroke], Field(max_length=MOST_STROKES)] = []


class DrawStep(_Strict):
    """Draw into the picture."""

    kind: Literal["draw"]
    on: bool = True
    strokes: Annotated[list[DrawStroke], Field(max_length=MOST_STROKES)] = []


def _generator_model(kind):
    return create_model(
        f"{kind.name.capitalize()}Start",
        __base__=_Strict,
        kind=(Literal[kind.name], ...),
        side=(int, Field(512, ge=64, le=1024)),
        seed=(int, Field(1, ge=1, le=999_999)),
        **{setting.name: field_for(setting) for setting in kind.settings},
    )


def _step_model(kind):
    more = {}
    if kind.name == "background":
        more["points"] = (Annotated[list[tuple[_Share, _Share]], Field(max_length=MOST_POINTS)], [])
    if kind.name == "combine":
        more["other"] = (Annotated[str, Field(pattern=r"^[0-9a-f]{64}$")] | None, None)
        more["source"] = (Annotated[str, Field(pattern=r"^[0-9a-f-]{36}$")] | None, None)
    return create_model(
        f"{kind.name.capitalize()}Step",
        __base__=_Strict,
        kind=(Literal[kind.name], ...),
        on=(bool, True),
        **{setting.name: field_for(setting) for setting in kind.settings},
        **more,
    )


_starts = [PictureStart, BlankStart, *(_generator_model(kind) for kind in GENERATORS)]
_steps = [*(_step_model(kind) for kind in STEPS), MendStep, DrawStep]
Start = Annotated[reduce(or_, _starts), Field(discriminator="kind")]
Step = Annotated[reduce(or_, _steps), Field(discriminator="kind")]


class Recipe(_Strict):
    """How a source is made: where it begins, and the steps in order."""

    start: Start
    steps: Annotated[list[Step], Field(max_length=MOST_STEPS)] = []


def read(document: Any) -> dict:
    """Check a recipe and fill in what it leaves out.

    Raises
    ------
    RecipeError
        With one problem per fault.

    Examples
    --------
    >>> read({"start": {"kind": "picture"}, "steps": [{"kind": "blur"}]})["steps"][0]["radius"]
    2.0
    """
    if not isinstance(document, dict):
        raise RecipeError([Problem("", None, "a recipe is an object with a start and steps")])
    try:
        return Recipe.model_validate_json(json.dumps(document)).model_dump(mode="json")
    except ValidationError as error:
        raise RecipeError([_problem(one) for one in error.errors()]) from None
    except (TypeError, ValueError) as error:
        raise RecipeError([Problem("", None, f"not a recipe: {error}")]) from None


def read_steps(steps: Any) -> list[dict]:
    """Check the steps of a recipe that is kept without a start, to be used on other pictures."""
    return read({"start": {"kind": "picture"}, "steps": steps})["steps"]


def default_step(name: str) -> dict:
    """A step with its settings as they begin."""
    return TypeAdapter(Step).validate_python({"kind": name}).model_dump(mode="json")


def default_start(name: str) -> dict:
    """A start with its settings as they begin."""
    return TypeAdapter(Start).validate_python({"kind": name}).model_dump(mode="json")


def pictures_of(recipe: dict) -> list[str]:
    """Digests of the pictures that a recipe needs besides its original."""
    digests = []
    for step in recipe["steps"]:
        if step["kind"] == "combine" and step["other"]:
            digests.append(step["other"])
        if step["kind"] == "draw":
            for stroke in step["strokes"]:
                brush = stroke["brush"]
                digests += [use["picture"] for use in brush.get("shapes", [])]
                if brush.get("grain"):
                    digests.append(brush["grain"]["picture"])
    return list(dict.fromkeys(digests))


def _problem(error) -> Problem:
    path = ".".join(str(part) for part in error["loc"])
    shown = json.dumps(error.get("input"), default=str)
    shown = shown if len(shown) <= 60 else shown[:57] + "..."
    return Problem(path, error.get("input"), f"{path}: {shown} is not allowed; {error['msg']}")
