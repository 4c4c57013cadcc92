"""Measure: the readings, taken from rendered ink. One file per subject; `readings` joins them."""
