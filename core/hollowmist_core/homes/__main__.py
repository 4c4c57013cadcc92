"""Compile both homes and write what the tablet needs: `python -m hollowmist_core.homes MODULE.wasm LAYOUT.ts`.

The skeletons of letters are written beside the layout.

`python -m hollowmist_core.homes --native` makes this machine's library alone; `--release FOLDER` keeps what was made in
a folder as the engine of a release (`released`).

`python -m hollowmist_core.homes --for TEST...` makes a library of those kernels alone that tests hang on, so that a
changed kernel is tested soon.

With HOLLOWMIST_BOUNDS_CHECK set, and without arguments, only the library for the fuzz is made, with every access to an
array checked.
"""

import sys
from pathlib import Path

from ..kernels.base.compiled import CHECKED, KEPT, compiling, library_path, part_path
from .compiling import compile_units
from .linking import link_library, link_module
from .released import release
from .units import units_for


def main(module_path: str, layout_path: str) -> None:
    """Compile, link, and write both files."""
    folders = compile_units(KEPT / "objects")
    link_module(folders, Path(module_path))
    link_library([folder / "server.o" for folder in folders], library_path())
    from ..words.tables import as_json
    from .layout import typescript

    Path(layout_path).write_text(typescript(), encoding="utf-8")
    Path(layout_path).with_name("skeletons.json").write_text(as_json(), encoding="utf-8")
    print(f"  {module_path}: {Path(module_path).stat().st_size / 1024:.0f} KB")


def make_library() -> None:
    """Compile what this machine needs: with every access to an array checked, where that was asked for."""
    folders = compile_units(KEPT / ("objects-checked" if CHECKED else "objects"), homes=("server",))
    link_library([folder / "server.o" for folder in folders], library_path())


def make_part(tests: list[str]) -> None:
    """Compile what tests hang on, for this machine alone."""
    folders = compile_units(KEPT / "objects", units_for(tests), ("server",), alone=False)
    if folders and not library_path().is_file():
        link_library([folder / "server.o" for folder in folders], part_path())


if __name__ == "__main__":
    if sys.argv[1:2] == ["--release"]:
        release(Path(sys.argv[2]))
        sys.exit()
    with compiling():
        if CHECKED or sys.argv[1:] == ["--native"]:
            make_library()
        elif sys.argv[1:2] == ["--for"]:
            make_part(sys.argv[2:])
        else:
            main(*sys.argv[1:])
