"""Touch: what one touch of the tip leaves: its shape, its weight, its grain, its colour, and what drives them."""
