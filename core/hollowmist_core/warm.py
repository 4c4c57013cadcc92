"""Compile the native kernels of ink and readings, so that nobody waits for them: `python -m hollowmist_core.warm`."""

from .brush import default_document
from .readings import measured


def main() -> None:
    """Ink and measure one brush; what Numba compiles for it stays in its cache."""
    measured(default_document())


if __name__ == "__main__":
    main()
