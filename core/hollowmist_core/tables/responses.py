"""Responses: what of the hand may drive a brush, what it may drive, and the curves people begin with."""

from dataclasses import dataclass

MAX_LINKS = 24
"""Most responses of one brush."""

GAP = 0.01
"""Least distance between neighbouring nodes along the input, so that a curve never stands upright."""

MAX_NODES = 16
TABLE = 257
"""Entries of a response's table: the curve at 0, 1/256 ... 1."""

POINTERS = ("pen", "finger", "mouse")
"""Kinds of pointer, as `tables.records` numbers them; a response holds for some of them."""


@dataclass(frozen=True)
class Input:
    """Something of the hand that a response follows, brought to 0..1.

    Attributes
    ----------
    name, label : str
    ends : tuple of str
        What 0 and 1 mean, in a word or two.
    help : str
    """

    name: str
    label: str
    ends: tuple[str, str]
    help: str


@dataclass(frozen=True)
class Output:
    """Something of the brush that a response changes.

    Attributes
    ----------
    name, label : str
    station : str
        Whose step from hand to ink it belongs to.
    adds : bool
        Whether responses add up; otherwise they are factors and multiply.
    unit : str
        Of the range: "%" is stored as 0..1, "°" as degrees.
    low, high : float
        How far a range may go.
    starts : tuple of float
        The range of a response that is newly switched on.
    needs : tuple of str
        Fields of a brush of which one must be there, and not 0, for the output to show; empty if it always does.
    """

    name: str
    label: str
    station: str
    adds: bool
    unit: str
    low: float
    high: float
    starts: tuple[float, float]
    help: str
    needs: tuple[str, ...] = ()


INPUTS = (
    Input("pressure", "Pressure", ("light", "heavy"), "How hard the pen presses."),
    Input("tilt", "Tilt", ("upright", "flat"), "How far the pen leans over."),
    Input("azimuth", "Azimuth", ("0°", "360°"), "Which way the pen leans, clockwise from the right."),
    Input("twist", "Barrel turn", ("0°", "360°"), "How far the pen is rolled between the fingers."),
    Input("speed", "Speed", ("still", "fast"), "How fast the hand moves; Fast on the Hand station says what fast is."),
    Input("direction", "Direction", ("0°", "360°"), "Where the stroke is heading, clockwise from the right."),
    Input("distance", "Distance", ("start", "far"), "How far the stroke has come; Far on the Hand station sets it."),
    Input("stamp chance", "Chance, stamp", ("low", "high"), "A number drawn for each stamp."),
    Input("stroke chance", "Chance, stroke", ("low", "high"), "A number drawn once for each stroke."),
)

OUTPUTS = (
    Output("size", "Size", "weight", False, "%", 0.0, 4.0, (0.1, 1.0), "How wide the line is."),
    Output("opacity", "Opacity", "ink", False, "%", 0.0, 1.0, (0.2, 1.0), "The most a stamp may cover."),
    Output("flow", "Flow", "ink", False, "%", 0.0, 1.0, (0.2, 1.0), "Ink that each stamp gives."),
    Output("softness", "Softness", "tip", False, "%", 0.0, 4.0, (1.0, 2.0), "How far the edge fades.", ("softness",)),
    Output("roundness", "Roundness", "tip", False, "%", 0.02, 1.0, (0.2, 1.0), "How round or flat the tip is."),
    Output("angle", "Angle", "tip", True, "°", -180.0, 180.0, (0.0, 90.0), "Turns the tip."),
    Output("spacing", "Spacing", "tip", False, "%", 0.1, 10.0, (1.0, 3.0), "Distance from stamp to stamp."),
    Output(
        *("scatter", "Scatter", "tip", False, "%", 0.0, 4.0, (0.0, 1.0), "How far stamps stray."),
        needs=("scatter_across", "scatter_along"),
    ),
    Output(
        *("source", "Which shape", "tip", False, "%", 0.0, 1.0, (0.0, 1.0), "Which of several shapes a stamp takes."),
        needs=("shapes",),
    ),
    Output(
        *("bite", "Bite", "grain", False, "%", 0.0, 1.0, (1.0, 0.0), "How strongly the grain takes ink away."),
        needs=("grain",),
    ),
    Output(
        *("grain scale", "Grain scale", "grain", False, "%", 0.25, 4.0, (0.5, 1.5), "How coarse the grain is."),
        needs=("grain",),
    ),
    Output("hue", "Hue", "ink", True, "°", -180.0, 180.0, (-30.0, 30.0), "Turns the ink's hue; its lightness stays."),
    Output("chroma", "Chroma", "ink", False, "%", 0.0, 4.0, (0.2, 1.0), "How vivid or grey the ink is."),
    Output("lightness", "Lightness", "ink", True, "%", -1.0, 1.0, (0.25, 0.0), "Makes the ink lighter or darker."),
    Output("second ink", "Second ink", "ink", True, "%", -1.0, 1.0, (0.0, 1.0), "How much second ink is mixed in."),
    Output("spread", "Spread", "ink", False, "%", 0.0, 4.0, (0.0, 1.0), "How far the ink creeps out.", ("spread",)),
)

INPUT_NAMES = tuple(one.name for one in INPUTS)
OUTPUT_NAMES = tuple(one.name for one in OUTPUTS)
OUTPUT_BY_NAME = {one.name: one for one in OUTPUTS}


@dataclass(frozen=True)
class Curve:
    """A curve to begin with: its plain name and its nodes."""

    name: str
    nodes: tuple[tuple[float, float], ...]


CURVES = (
    Curve("straight", ((0.0, 0.0), (1.0, 1.0))),
    Curve("gentle", ((0.0, 0.0), (0.25, 0.42), (0.6, 0.8), (1.0, 1.0))),
    Curve("firm", ((0.0, 0.0), (0.4, 0.16), (0.75, 0.55), (1.0, 1.0))),
    Curve("late", ((0.0, 0.0), (0.6, 0.03), (0.85, 0.5), (1.0, 1.0))),
    Curve("early", ((0.0, 0.0), (0.12, 0.5), (0.35, 0.95), (1.0, 1.0))),
    Curve("step", ((0.0, 0.0), (0.45, 0.0), (0.55, 1.0), (1.0, 1.0))),
)
"""Curves with plain names; each can be adjusted after it was taken."""

FITTING = (
    "fitted",
    "Too little was drawn to tell. Press a little longer, or once more, in each of the three fields.",
    "This pointer reports the same pressure however you press. It cannot be fitted; on the Hand station of a brush its "
    "pressure can come from its speed instead.",
    "This pen jumps to full pressure at a touch. Press more lightly; if it does so always, let its pressure come from "
    "its speed, on the Hand station of a brush.",
    "The three presses could not be told apart. Press lighter in the first field, and harder in the last.",
)
"""What came of a pen fitting, as `kernels.path.fitting` numbers it, and what to do about it."""
