"""Guides for letterers, setting by setting; `kernels.lettering.guides` draws them."""

from .setting import Setting, choice, number, switch

GUIDES: tuple[Setting, ...] = (
    switch(
        "lettering", "Lettering lines", "", False, "Baselines with their x-height, cap height, ascender, descender."
    ),
    choice("measure", "Heights in", "", "What the heights are told in.", "nib widths", "mm"),
    number(
        "nib",
        "Nib width",
        "",
        2.0,
        "Width of the nib that nib widths and the fan go by.",
        "mm",
        0.1,
        50.0,
        step=0.1,
        log=True,
    ),
    number("x_height", "x-height", "", 5.0, "From the baseline to the top of an x.", "", 0.5, 40.0, step=0.1, log=True),
    number(
        "cap", "Cap height", "", 7.0, "From the baseline to the top of a capital.", "", 0.5, 60.0, step=0.1, log=True
    ),
    number("ascender", "Ascender", "", 8.0, "From the baseline to the top of an l.", "", 0.5, 60.0, step=0.1, log=True),
    number("descender", "Descender", "", 3.0, "From the baseline down to the foot of a p.", "", 0.0, 40.0, step=0.1),
    number("line", "Line spacing", "", 13.0, "From one baseline to the next.", "", 1.0, 120.0, step=0.1, log=True),
    number(
        "first", "First baseline", "", 30.0, "From the top edge of the paper to the first baseline.", "mm", 0.0, 300.0
    ),
    switch("slanted", "Slant lines", "", False, "Lines at the slant of the letters."),
    number(
        "slant", "Slant", "", 8.0, "How far the letters lean from upright, to the right.", "°", -45.0, 45.0, step=0.5
    ),
    number("slant_gap", "Slant lines every", "", 10.0, "Distance from one slant line to the next.", "mm", 1.0, 200.0),
    switch("fan", "Nib angle fans", "", False, "At the head of each line, the angle at which a broad nib is held."),
    number("nib_angle", "Nib angle", "", 35.0, "Of the nib's edge to the baseline.", "°", 0.0, 90.0, step=1.0),
    switch("grid", "Grid", "", False, "A square grid over the whole paper."),
    number(
        "grid_gap",
        "Grid every",
        "",
        10.0,
        "Distance from one line of the grid to the next.",
        "mm",
        1.0,
        200.0,
        step=0.5,
    ),
    switch("margins", "Margins", "", False, "Lines inside the edges of the paper."),
    number("margin", "Margin", "", 12.0, "From the edges of the paper.", "mm", 0.0, 500.0, step=0.5),
)
