"""The engine of the last release, which lies in the repository: a first start need not compile it.

`python -m hollowmist_core.homes.released FOLDER` brings it to a folder, where these sources are those that it was made
of; else it does nothing and ends with 1. With `--fits` it only says whether they are. It needs Python alone: no package
has been installed by then.
"""

import hashlib
import sys
import zipfile
from pathlib import Path

from .units import PACKAGE, UNITS, file_of, hangs_on

RELEASED = PACKAGE.parent / "released" / "engine.zip"
"""The tablet's module, its layout, the skeletons of letters, and `made_of`, the digest of what they were made of."""

FILES = ("engine.wasm", "layout.ts", "skeletons.json")
PINNED = ("llvmlite==", "numba==", "numpy==")


def release_digest() -> str:
    """A hash over all files that the module and its layout are made of, and over the compilers' versions."""
    makers = [PACKAGE / "homes" / name for name in ("layout.py", "linking.py", "lowering.py", "objects.py")]
    files = set().union(*(hangs_on(file) for file in [*map(file_of, UNITS), *makers]))
    pins = [line for line in (PACKAGE.parents[1] / "requirements.txt").read_text().split() if line.startswith(PINNED)]
    found = hashlib.sha256("\n".join(pins).encode())
    for file in sorted(files):
        found.update(str(file.relative_to(PACKAGE)).encode() + b"\0" + file.read_bytes() + b"\0")
    return found.hexdigest()


def fits() -> bool:
    """Whether the released engine was made of the sources as they stand."""
    if not RELEASED.is_file():
        return False
    with zipfile.ZipFile(RELEASED) as file:
        return file.read("made_of").decode() == release_digest()


def bring(folder: Path) -> bool:
    """Bring the released engine to a folder, if it fits; whether it does."""
    if not fits():
        return False
    with zipfile.ZipFile(RELEASED) as file:
        for name in FILES:
            file.extract(name, folder)
    return True


def release(folder: Path) -> None:
    """Make what was just compiled to a folder the released engine. The same files make the same archive."""
    RELEASED.parent.mkdir(exist_ok=True)
    with zipfile.ZipFile(RELEASED, "w") as out:
        for name in FILES:
            out.writestr(zipfile.ZipInfo(name), (folder / name).read_bytes(), zipfile.ZIP_DEFLATED)
        out.writestr(zipfile.ZipInfo("made_of"), release_digest())


if __name__ == "__main__":
    sys.exit(0 if (fits() if sys.argv[1] == "--fits" else bring(Path(sys.argv[1]))) else 1)
