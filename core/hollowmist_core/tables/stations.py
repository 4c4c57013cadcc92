"""What each station does to a line, in the words that screens, docs and the API share."""

STATION_HELP = {
    "hand": "What the brush hears of your hand: pressure, tilt and speed. What it does not hear changes nothing.",
    "line": "Takes the tremble out of the stroke. The calmer the line, the rounder its corners and the later it comes.",
    "weight": "How thick the line is, and how much of that a light or a heavy hand gets. Tapers thin its ends.",
    "tip": "What one touch leaves. Laid closely it makes a line; set apart, scattered or turned it makes a texture.",
    "grain": "The texture inside the stroke, like rough paper under a dry pen. It takes ink away where it bites.",
    "ink": "The colour, and how it lies: how much it covers, how dark a crossing gets. Wet ink runs into wet ink.",
}
"""Station -> two sentences."""
