"""Units: the files of kernels, each compiled on its own and again only when something that it hangs on changed."""

import ast
import hashlib
from functools import cache
from importlib.metadata import version
from pathlib import Path

PACKAGE = Path(__file__).parents[1]
EXAMPLE = "hollowmist_core.tests.touch.test_tip"

JOINED = "laying.stroke"
"""The unit whose kernels others call where the linker joins them, rather than holding them once more: it is most of the
code there is."""

UNITS = (
    "measure.readings",
    JOINED,
    "source.prepare.steps",
    "source.generate.generators",
    "laying.lay",
    "paper.show",
    "touch.images",
    "source.prepare.figures",
    "measure.steadied",
    "path.hand",
    "base.curve",
    "touch.derive",
    "path.fitting",
    "source.prepare.mend",
    "source.prepare.tone",
    "source.prepare.recognise",
    "source.prepare.drawn",
    "paper.wet",
    "touch.inks",
    "tiles.sheet",
    "tiles.beneath",
    "paper.underlay",
    "paper.flatten",
    "lettering.guides",
    "path.choose",
    "lettering.words",
    "path.straighten",
    "touch.pocket",
    "base.vary",
    "tiles.order",
    "paper.reach",
    "base.curves",
    "tiles.outline",
)
"""Modules below `kernels` that export kernels: those that take longest first, so that two processors end together."""


def modules_in(node: ast.ImportFrom, package: tuple[str, ...]) -> list[tuple[str, ...]]:
    """Modules of ours, as parts of their dotted names, that an import of a module in `package` may read."""
    if not node.level:
        return []
    base = package[: len(package) - node.level + 1]
    if node.module:
        base += tuple(node.module.split("."))
    return [base, *((*base, alias.name) for alias in node.names)]


@cache
def imported(file: Path) -> frozenset[Path]:
    """Files of the package that a file imports, directly."""
    package = file.relative_to(PACKAGE).parts[:-1]
    found: set[Path] = set()
    for node in ast.walk(ast.parse(file.read_bytes())):
        if isinstance(node, ast.ImportFrom):
            for parts in modules_in(node, package):
                path = PACKAGE.joinpath(*parts)
                found.update(one for one in (path.with_suffix(".py"), path / "__init__.py") if parts and one.is_file())
    return frozenset(found)


def hangs_on(file: Path) -> set[Path]:
    """A file and all files of the package that it imports, directly or not."""
    seen, waiting = set(), [file]
    while waiting:
        one = waiting.pop()
        if one not in seen:
            seen.add(one)
            waiting.extend(imported(one))
    return seen


def file_of(unit: str) -> Path:
    """The file of a unit."""
    return PACKAGE.joinpath("kernels", *unit.split(".")).with_suffix(".py")


def digest(files) -> str:
    """A hash over files, and over the compilers that read them."""
    found = hashlib.sha256(f"numba {version('numba')} llvmlite {version('llvmlite')}".encode())
    for file in sorted(files):
        found.update(str(file.relative_to(PACKAGE)).encode() + b"\0" + file.read_bytes() + b"\0")
    return found.hexdigest()[:24]


def unit_digest(unit: str) -> str:
    """A hash over all that a unit's objects are made of."""
    makers = [PACKAGE / "homes" / name for name in ("lowering.py", "objects.py")]
    return digest({*hangs_on(file_of(unit)), *makers, PACKAGE / "kernels" / "base" / "registry.py"})


def units_for(tests: list[str]) -> tuple[str, ...]:
    """The units that tests hang on; dotted names of modules, of classes in them or of tests."""
    files: set[Path] = set()
    for name in tests:
        parts = name.split(".")[1:]
        while not (file := PACKAGE.joinpath(*parts).with_suffix(".py")).is_file():
            if len(parts) < 2:
                raise SystemExit(f"{name}: there is no such test in the core. Name its module, as {EXAMPLE}.")
            parts.pop()
        files |= hangs_on(file)
    return tuple(unit for unit in UNITS if file_of(unit) in files)
