"""Lending and borrowing: what Hollowmist asks of the lending shelf, and what it remembers of it."""
