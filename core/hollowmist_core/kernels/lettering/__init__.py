"""Lettering: lines of text in single-stroke skeletons, and the guides that a letterer rules."""
