"""Laying: the line in pieces, inked by stamps, swept pieces or a ribbon; `stroke` joins the stations."""
