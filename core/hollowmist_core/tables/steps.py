"""The steps of the prep table, each with its settings."""

from .kinds import Kind
from .setting import choice, number, percent, switch

STEPS: tuple[Kind, ...] = (
    Kind(
        "levels",
        "Levels",
        "Pushes black and white apart.",
        (
            percent("black", "Black", "", 0.0, "All that is darker than this becomes full ink."),
            percent("white", "White", "", 1.0, "All that is lighter than this becomes bare paper."),
            number(
                "gamma", "Middle", "", 1, "Above one the tones between get lighter.", "", 0.2, 5.0, step=0.05, log=True
            ),
        ),
    ),
    Kind("invert", "Invert", "Swaps dark and light.", ()),
    Kind(
        "light",
        "Even light",
        "Takes out light from one side and dark corners.",
        (
            percent("reach", "Reach", "", 0.12, "What is wider than this counts as light, not as texture.", low=0.02),
            percent("amount", "Amount", "", 1.0, "How much of the uneven light is taken out."),
        ),
    ),
    Kind(
        "background",
        "Cut background",
        "Clears what lies around the content.",
        (
            choice("way", "Way", "", "From points outwards, or all that is light.", "from points", "by brightness"),
            percent("tolerance", "Tolerance", "", 0.15, "How much the background may differ and still be cleared."),
            number("softness", "Softness", "", 1.5, "How soft the new edge is.", "px", 0.0, 20.0, step=0.5),
        ),
    ),
    Kind(
        "crop",
        "Crop to content",
        "Cuts away bare paper around the content.",
        (
            percent("margin", "Margin", "", 0.06, "Room left around the content.", high=0.5),
            percent("threshold", "Threshold", "", 0.08, "Fainter than this does not count as content."),
            switch("square", "Square", "", True, "Pads the shorter side."),
        ),
    ),
    Kind(
        "fade",
        "Fade the edge",
        "Softens towards the border, so that no box shows.",
        (
            choice("form", "Form", "", "Along an ellipse, or along the border.", "ellipse", "box"),
            percent("width", "Width", "", 0.25, "How far in the fade reaches.", low=0.02),
        ),
    ),
    Kind(
        "blur",
        "Blur",
        "Softens everything.",
        (number("radius", "Radius", "", 2, "How far ink creeps.", "px", 0.0, 100.0, step=0.2),),
    ),
    Kind(
        "sharpen",
        "Sharpen",
        "Makes edges steeper.",
        (
            number("radius", "Radius", "", 1.5, "Width of the edges that are made steeper.", "px", 0.3, 40.0, step=0.1),
            percent("amount", "Amount", "", 0.8, "How much steeper.", high=4.0),
        ),
    ),
    Kind(
        "rotate",
        "Turn",
        "Turns the picture.",
        (number("degrees", "Turn", "", 90, "Clockwise.", "°", -180.0, 180.0, step=1.0),),
    ),
    Kind(
        "flip",
        "Flip",
        "Mirrors the whole picture.",
        (
            switch("across", "Left to right", "", True, "Mirrors left to right."),
            switch("along", "Top to bottom", "", False, "Mirrors top to bottom."),
        ),
    ),
    Kind(
        "mirror",
        "Mirror a half",
        "Keeps one half, and mirrors it in place of the other.",
        (choice("kept", "Keep", "", "The half that stays.", "left", "right", "upper", "lower"),),
    ),
    Kind(
        "resize",
        "Resize",
        "Makes the picture smaller or larger.",
        (number("side", "Longer side", "", 512, "Longer side of the result.", "px", 8.0, 2048.0, step=8.0, log=True),),
    ),
    Kind(
        "shift",
        "Shift",
        "Moves the border into the middle, where its seam can be seen and mended.",
        (
            percent("across", "Across", "", 0.5, "How far to the right."),
            percent("down", "Down", "", 0.5, "How far down."),
        ),
    ),
    Kind(
        "seam",
        "Close seam",
        "Makes the picture repeat unseen; it loses the band that overlaps.",
        (
            choice(
                "way",
                "Way",
                "",
                "A cut along the least difference, a slow change, whole courses of its own pattern, or a new tile "
                "grown from patches of it.",
                "least-error cut",
                "gradient",
                "find the repeat",
                "grow",
            ),
            percent("band", "Band", "", 0.2, "How much of each side overlaps.", low=0.02, high=0.5),
            choice("axes", "Axes", "", "Which borders are closed.", "both", "across", "down"),
            number("side", "Tile", "", 512, "Side of a tile that is grown.", "px", 64.0, 1024.0, step=8.0, log=True),
            number("seed", "Other patches", "", 1, "Another number grows another tile.", "", 1.0, 99.0, step=1.0),
        ),
    ),
    Kind(
        "combine",
        "Combine",
        "Lays another source over this one.",
        (
            choice(
                "way",
                "Way",
                "",
                "The other one gives ink, takes it, or keeps what is common.",
                "add",
                "cut",
                "intersect",
            ),
            percent("across", "Move across", "", 0.0, "From the middle, of the width.", low=-1.0),
            percent("down", "Move down", "", 0.0, "From the middle, of the height.", low=-1.0),
            percent("scale", "Scale", "", 1.0, "Size of the other source.", low=0.05, high=4.0, log=True),
            number("turn", "Turn", "", 0, "Turn of the other source.", "°", -180.0, 180.0),
        ),
    ),
    Kind(
        "trim",
        "Trim",
        "Cuts the same share off every side.",
        (
            percent("share", "Share", "", 0.06, "How much of each side goes.", high=0.45),
            switch("square", "Square", "", False, "Cuts the longer side down to the shorter."),
        ),
    ),
)
"""In the order in which the kernels number them."""

STEP_BY_NAME = {kind.name: kind for kind in STEPS}
