"""What can be set of a word, setting by setting."""

from .setting import Setting, number, percent

WORDS: tuple[Setting, ...] = (
    number("x_height", "x-height", "", 8.0, "How high an x stands.", "mm", 0.5, 200.0, step=0.1, log=True),
    number("spacing", "Letter spacing", "", 0.06, "Added between letters, in x-heights.", "x", -0.4, 3.0, step=0.01),
    number("slant", "Slant", "", 0.0, "How far the letters lean to the right.", "°", -30.0, 45.0, step=0.5),
    percent("alive", "Alive", "", 0.5, "How much letters differ from one another, as those of a hand do."),
    percent("light", "Light press", "", 0.2, "How hard the pen presses where it goes up.", low=0.02),
    percent("heavy", "Heavy press", "", 0.8, "How hard the pen presses where it comes down.", low=0.02),
)
