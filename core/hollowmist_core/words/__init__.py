"""Words: lettering set in single-stroke skeletons of our own, as a hand would write it."""
