"""The generators, each with its settings."""

from .kinds import GRAIN, SHAPE, Kind
from .setting import choice, number, percent, switch


def _count(name, label, default, help, high):
    return number(name, label, "", default, help, "", 1.0, float(high), step=1.0, log=high > 64)


def _px(name, label, default, help, low, high):
    return number(name, label, "", default, help, "px", low, high, step=0.5, log=True)


GENERATORS: tuple[Kind, ...] = (
    Kind(
        "dots",
        "Dot scatter",
        "Dots, strewn or in rows.",
        (
            _count("per_side", "Dots per side", 14, "Rows and columns of dots.", 64),
            percent("size", "Size", "", 0.7, "Of the room that a dot has.", low=0.05, high=2.0),
            percent("spread", "Size spread", "", 0.5, "How much smaller some are."),
            percent("stray", "Stray", "", 0.8, "How far dots leave their row.", high=2.0),
            percent("softness", "Softness", "", 0.1, "How far edges fade."),
        ),
        GRAIN,
    ),
    Kind(
        "speckle",
        "Speckle",
        "Specks and grit, few large and many small.",
        (
            _count("count", "Count", 700, "How many specks.", 4000),
            _px("largest", "Largest", 18, "Width of the largest.", 1.0, 120.0),
            _px("smallest", "Smallest", 2, "Width of the smallest.", 0.5, 40.0),
            percent("ragged", "Raggedness", "", 0.6, "How far from round."),
            percent("softness", "Softness", "", 0.05, "How far edges fade."),
        ),
        GRAIN,
    ),
    Kind(
        "squiggles",
        "Squiggles",
        "Curling lines, blurred and pushed again until they run together.",
        (
            _count("count", "Count", 140, "How many lines.", 1000),
            percent("length", "Length", "", 0.25, "Of the tile.", low=0.02),
            _px("thickness", "Thickness", 6, "Width of a line.", 1.0, 40.0),
            percent("curl", "Curl", "", 0.7, "How much they turn."),
            number("blur", "Blur", "", 3, "How far each pass softens.", "px", 0.0, 20.0, step=0.5),
            number("passes", "Passes", "", 2, "How often they are blurred.", "", 0.0, 4.0, step=1.0),
        ),
        GRAIN,
    ),
    Kind(
        "fibre",
        "Fibre",
        "Long fibres, as in rag paper or felt.",
        (
            _count("count", "Count", 260, "How many fibres.", 2000),
            percent("length", "Length", "", 0.4, "Of the tile.", low=0.02),
            _px("thickness", "Thickness", 2.5, "Width of a fibre.", 0.5, 20.0),
            number("angle", "Angle", "", 20, "Which way they run.", "°", -90.0, 90.0),
            number("spread", "Spread", "", 60, "How far they leave that way.", "°", 0.0, 90.0),
            percent("curl", "Curl", "", 0.5, "How much they bend."),
        ),
        GRAIN,
    ),
    Kind(
        "clouds",
        "Clouds",
        "Soft blotches of every size.",
        (
            _count("cells", "Cells", 5, "Blotches from side to side.", 32),
            percent("roughness", "Roughness", "", 0.55, "How strong the fine ones are.", high=0.95),
            percent("contrast", "Contrast", "", 0.6, "How far dark and light are apart.", high=2.0),
            percent("balance", "Balance", "", 0.0, "More ink, or more paper.", low=-1.0),
        ),
        GRAIN,
    ),
    Kind(
        "tooth",
        "Paper tooth",
        "The hills and valleys of paper.",
        (
            _count("cells", "Cells", 40, "Hills from side to side.", 96),
            percent("depth", "Depth", "", 0.8, "How deep the valleys are."),
            percent("sharpness", "Sharpness", "", 0.3, "How narrow the hills are."),
            percent("laid", "Laid", "", 0.0, "How far the hills run one way."),
        ),
        GRAIN,
    ),
    Kind(
        "weave",
        "Weave",
        "Cloth, thread over thread.",
        (
            number("threads", "Threads", "", 24, "From side to side; an even number.", "", 2.0, 96.0, step=2.0),
            percent("thickness", "Thickness", "", 0.85, "Of the room that a thread has.", low=0.1),
            percent("depth", "Depth", "", 0.9, "How dark the holes are."),
            percent("roughness", "Roughness", "", 0.4, "How uneven the threads are."),
        ),
        GRAIN,
    ),
    Kind(
        "hatch",
        "Hatch",
        "Strokes side by side in one direction.",
        (
            _count("across", "Lines across", 12, "Lines from left to right.", 96),
            number("down", "Lines down", "", 12, "Lines from top to bottom: as many as across is 45°.", "", 0.0, 96.0),
            percent("thickness", "Thickness", "", 0.4, "Of the room that a line has.", low=0.05),
            percent("wobble", "Wobble", "", 0.3, "How unsteady the lines are."),
            percent("gaps", "Gaps", "", 0.2, "How much they thin out and give out."),
            switch("mirrored", "Mirrored", "", False, "Leans the other way."),
        ),
        GRAIN,
    ),
    Kind(
        "screen",
        "Halftone screen",
        "Dots, lines or ellipses at a ruling and an angle that tile.",
        (
            choice("form", "Form", "", "What the screen is made of.", "dots", "lines", "ellipses"),
            number("ruling", "Ruling", "", 24, "Lines per cm or inch.", "", 1.0, 300.0, step=1.0, log=True),
            choice("unit", "Per", "", "What the ruling is counted by.", "cm", "inch"),
            number(
                "dpi", "Sheet", "", 300, "Resolution of the sheet it is for.", "dpi", 36.0, 1200.0, step=1.0, log=True
            ),
            number("angle", "Angle", "", 45, "Turn of the screen; it snaps to where it tiles.", "°", 0.0, 90.0),
            percent("tone", "Tone", "", 0.3, "Share of the paper that it covers.", low=0.02, high=0.98),
            switch("partner", "Partner screen", "", False, "Placed so that it overlaps the first screen least."),
            percent("partner_tone", "First screen's tone", "", 0.3, "Tone of the screen that it avoids.", 0.02, 0.98),
        ),
        GRAIN,
    ),
    Kind(
        "bristles",
        "Bristle comb",
        "The end of a brush, hair by hair.",
        (
            _count("hairs", "Hairs", 26, "How many hairs.", 160),
            percent("thickness", "Thickness", "", 0.4, "Of the room that a hair has.", low=0.05, high=2.0),
            percent("spread", "Size spread", "", 0.7, "How much thinner some are."),
            percent("depth", "Depth", "", 0.25, "From a row to a round tuft."),
            percent("softness", "Softness", "", 0.15, "How far edges fade."),
        ),
        SHAPE,
    ),
    Kind(
        "ragged",
        "Ragged disc",
        "A blot with a torn rim.",
        (
            percent("raggedness", "Raggedness", "", 0.6, "How torn the rim is."),
            _count("lobes", "Lobes", 9, "How many times the rim goes in and out.", 40),
            percent("holes", "Holes", "", 0.35, "How much of the inside is missing."),
            percent("softness", "Softness", "", 0.05, "How far the rim fades."),
        ),
        SHAPE,
    ),
    Kind(
        "splat",
        "Splat",
        "A splash with rays and drops.",
        (
            number("drops", "Drops", "", 40, "How many drops.", "", 0.0, 300.0),
            percent("reach", "Reach", "", 0.9, "How far they fly."),
            percent("size", "Drop size", "", 0.08, "Width of the largest drop.", low=0.01, high=0.4),
            number("rays", "Rays", "", 9, "How many rays.", "", 0.0, 40.0),
            percent("blot", "Blot", "", 0.3, "Width of the blot in the middle.", low=0.0, high=0.9),
        ),
        SHAPE,
    ),
    Kind(
        "leaf",
        "Leaf",
        "A silhouette that tapers to both ends.",
        (
            percent("breadth", "Breadth", "", 0.35, "Of its length.", low=0.02),
            percent("peak", "Broadest at", "", 0.45, "From one point to the other.", low=0.05, high=0.95),
            percent("first", "First point", "", 0.9, "Low is blunt, high is sharp.", low=0.1, high=4.0),
            percent("second", "Second point", "", 1.2, "Low is blunt, high is sharp.", low=0.1, high=4.0),
            percent("softness", "Softness", "", 0.05, "How far the edge fades."),
        ),
        SHAPE,
    ),
    Kind(
        "polygon",
        "Polygon",
        "A form with straight sides.",
        (
            number("sides", "Sides", "", 6, "How many.", "", 3.0, 12.0),
            percent("roundness", "Roundness", "", 1.0, "Low values are flat.", low=0.05),
            number("turn", "Turn", "", 0, "Clockwise.", "°", -180.0, 180.0),
            percent("corner", "Corners", "", 0.0, "How round they are."),
            percent("softness", "Softness", "", 0.05, "How far the edge fades."),
        ),
        SHAPE,
    ),
    Kind(
        "nib",
        "Broad nib",
        "The edge of a broad pen.",
        (
            percent("roundness", "Thickness", "", 0.14, "Of its width.", low=0.02),
            number("turn", "Turn", "", 0, "Clockwise.", "°", -180.0, 180.0),
            percent("corner", "Corners", "", 0.1, "How round they are."),
            percent("softness", "Softness", "", 0.05, "How far the edge fades."),
        ),
        SHAPE,
    ),
    Kind(
        "rings",
        "Rings",
        "Discs blended from one to another, rims ragged: repeated along a ribbon they are rope, fur and feathers.",
        (
            number("count", "Steps", "", 24, "How many discs.", "", 2.0, 120.0),
            percent("first", "First size", "", 0.5, "Of the height.", low=0.02),
            percent("last", "Last size", "", 0.2, "Of the height.", low=0.02),
            percent("first_tone", "First tone", "", 1.0, "Ink of the first disc."),
            percent("last_tone", "Last tone", "", 0.3, "Ink of the last disc."),
            percent("travel", "Travels along", "", 0.4, "How far the last lies away, of the width.", low=-1.0),
            percent("rise", "Travels across", "", 0.0, "How far it lies to the side, of the height.", low=-1.0),
            percent("raggedness", "Raggedness", "", 0.3, "How torn the rims are."),
            number("lobes", "Lobes", "", 9, "How many times a rim goes in and out.", "", 3.0, 60.0),
        ),
        SHAPE,
    ),
)
"""In the order in which the kernels number them."""

GENERATOR_BY_NAME = {kind.name: kind for kind in GENERATORS}
