"""Capitals on classical proportions: round letters wide, E, F, L, S narrow."""

from .drawing import arc, letter, line, moved, way

CAP = 1.4

_stem = line(f".1,{CAP} .1,0")


def _capital(advance, *strokes):
    return letter(advance, *strokes, top=CAP)


LETTERS = {
    "A": _capital(1.2, line(f".58,{CAP} .04,0"), line(f".58,{CAP} 1.12,0"), line(".24,.5 .92,.5")),
    "B": _capital(
        0.96,
        _stem,
        (*line(f".1,{CAP} .42,{CAP}"), *arc(0.42, 1.07, 0.33, 0.33, 80, -80), *line(".42,.74 .1,.74")),
        (*line(".42,.74"), *arc(0.46, 0.37, 0.4, 0.37, 80, -80), *line(".46,0 .1,0")),
    ),
    "C": _capital(1.32, arc(0.74, 0.7, 0.68, 0.7, 48, 312)),
    "D": _capital(
        1.32, _stem, (*line(f".1,{CAP} .5,{CAP}"), *arc(0.5, 0.7, 0.72, 0.7, 82, -82), *line(".5,0 .1,0"))
    ),
    "E": _capital(0.86, _stem, line(f".1,{CAP} .76,{CAP}"), line(".1,.74 .68,.74"), line(".1,0 .8,0")),
    "F": _capital(0.8, _stem, line(f".1,{CAP} .76,{CAP}"), line(".1,.72 .66,.72")),
    "G": _capital(1.38, (*arc(0.74, 0.7, 0.68, 0.7, 48, 322), (1.26, 0.2, True), (1.26, 0.62, True)), line(".9,.62 1.26,.62")),
    "H": _capital(1.24, _stem, line(f"1.12,{CAP} 1.12,0"), line(".1,.72 1.12,.72")),
    "I": _capital(0.36, line(f".16,{CAP} .16,0")),
    "J": _capital(0.6, way(f".4,{CAP}* .4,.9 .4,.1 .3,-.2 .06,-.28")),
    "K": _capital(1.06, _stem, line(f".9,{CAP} .12,.62"), line(".34,.84 1,0")),
    "L": _capital(0.82, line(f".1,{CAP} .1,0 .78,0")),
    "M": _capital(1.5, line(f".22,{CAP} .08,0"), line(f".22,{CAP} .76,.1 1.28,{CAP} 1.42,0")),
    "N": _capital(1.3, line(f".1,0 .1,{CAP} 1.16,0 1.16,{CAP}")),
    "O": _capital(1.5, arc(0.75, 0.7, 0.69, 0.7, 100, 466)),
    "P": _capital(0.92, _stem, (*line(f".1,{CAP} .44,{CAP}"), *arc(0.44, 1.03, 0.38, 0.37, 80, -80), *line(".44,.66 .1,.66"))),
    "Q": _capital(1.5, arc(0.75, 0.7, 0.69, 0.7, 100, 466), way(".7,.2* 1,.02 1.3,-.22 1.6,-.24")),
    "R": _capital(
        1.02,
        _stem,
        (*line(f".1,{CAP} .44,{CAP}"), *arc(0.44, 1.04, 0.36, 0.36, 80, -80), *line(".44,.68 .1,.68")),
        line(".4,.68 .98,0"),
    ),
    "S": _capital(0.86, way(f".72,1.2 .56,1.36 .36,{CAP} .16,1.28 .1,1.06 .22,.86 .46,.72 .7,.54 .76,.28 .62,.06 .38,0 .16,.06 .04,.2")),
    "T": _capital(1.08, line(f".04,{CAP} 1.04,{CAP}"), line(f".54,{CAP} .54,0")),
    "U": _capital(1.24, way(f".1,{CAP}* .1,1 .1,.5 .2,.16 .46,.01 .74,.01 1.02,.16 1.12,.5 1.12,1 1.12,{CAP}*")),
    "V": _capital(1.14, line(f".04,{CAP} .57,0 1.1,{CAP}")),
    "W": _capital(1.68, line(f".04,{CAP} .46,0 .84,1.24 1.22,0 1.64,{CAP}")),
    "X": _capital(1.1, line(f".08,{CAP} 1.02,0"), line(f"1,{CAP} .06,0")),
    "Y": _capital(1.04, line(f".04,{CAP} .52,.68 1,{CAP}"), line(".52,.68 .52,0")),
    "Z": _capital(1.06, line(f".1,{CAP} .96,{CAP} .06,0 1,0")),
    "Æ": _capital(
        1.6, line(f".86,{CAP} .04,0"), line(f".86,{CAP} .86,0"), line(".36,.5 .86,.5"), line(f".86,{CAP} 1.5,{CAP}"),
        line(".86,.74 1.42,.74"), line(".86,0 1.54,0"),
    ),
    "Œ": _capital(
        1.9, arc(0.75, 0.7, 0.69, 0.7, 60, 300), line(f"1.1,{CAP} 1.1,0"), line(f"1.06,{CAP} 1.8,{CAP}"),
        line("1.1,.74 1.72,.74"), line("1.06,0 1.84,0"),
    ),
    "Ø": _capital(1.5, arc(0.75, 0.7, 0.69, 0.7, 100, 466), line("1.3,1.5 .2,-.1")),
    "Ð": _capital(
        1.36, line(f".14,{CAP} .14,0"),
        (*line(f".14,{CAP} .54,{CAP}"), *arc(0.54, 0.7, 0.72, 0.7, 82, -82), *line(".54,0 .14,0")),
        line("-.02,.72 .5,.72"),
    ),
    "Þ": _capital(0.92, _stem, (*line(".1,1.08 .44,1.08"), *arc(0.44, 0.73, 0.36, 0.35, 80, -80), *line(".44,.38 .1,.38"))),
    "ẞ": _capital(1.02, way(f".1,0* .1,1 .2,1.3 .5,{CAP} .86,1.36* .5,.84 .8,.66 .86,.34 .7,.06 .4,.02")),
}  # fmt: skip

SMALL = 0.78
"""How high small capitals stand, of the capitals."""


def small_capital(glyph):
    """A capital at the height of small ones."""
    strokes = tuple(moved(one, across=SMALL, up=SMALL) for one in glyph.strokes)
    return glyph._replace(strokes=strokes, advance=SMALL * glyph.advance, top=SMALL * glyph.top)
