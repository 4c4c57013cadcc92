"""The demo: one person's brushes, sources and sheets in Skerrow, drawn by programs and kept as a pack."""

from pathlib import Path

PACK = Path(__file__).with_name("skerrow.hollowmist")
