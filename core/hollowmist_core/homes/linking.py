"""Linking: the units' objects become the tablet's module and the server's library."""

import json
import os
import subprocess
import tempfile
from pathlib import Path

from .objects import HOST_FUNCTIONS


def link_module(units: list[Path], path: Path) -> None:
    """Link the WebAssembly objects in the units' folders to one module."""
    exports = [name for folder in units for name in json.loads((folder / "exports.json").read_text())]
    path.parent.mkdir(parents=True, exist_ok=True)
    with tempfile.NamedTemporaryFile("w", suffix=".txt") as lent:
        # Instructions too can end as calls (a float remainder as fmod); the linker lets only these through.
        lent.write("\n".join(name + kind for name in sorted(HOST_FUNCTIONS) for kind in ("", "f")))
        lent.flush()
        subprocess.run(
            [
                "wasm-ld",
                "--no-entry",
                f"--allow-undefined-file={lent.name}",
                "--strip-all",
                "--export=__heap_base",
                "-O2",
                *(f"--export={name}" for name in exports),
                "-o",
                path,
                *(folder / "tablet.o" for folder in units),
            ],
            check=True,
        )


def link_library(objects: list[Path], path: Path) -> None:
    """Link native objects to a shared library. It appears whole or not at all."""
    path.parent.mkdir(parents=True, exist_ok=True)
    made = path.with_suffix(f".{os.getpid()}")
    subprocess.run(["cc", "-shared", "-Wl,--no-undefined", "-o", made, *objects, "-lm"], check=True)
    made.replace(path)
