"""Names of the tests that hang on what changed since the last commit: `script/changed.py [--core]`.

With `--core` the nearest ones of the core alone: those that bear a changed module's name or import it themselves, else
those of its stage. Without it all that hang on what changed, directly or not.
"""

import subprocess
import sys
from pathlib import Path

import grimp

ROOT = Path(__file__).parents[1]
HOMES = {"core": ROOT / "core", "server": ROOT / "server"}


def changed() -> set[str]:
    """Dotted names of the modules that changed, or that are new."""
    command = ("git", "-C", str(ROOT), "status", "--porcelain", "--untracked-files=all", "--no-renames")
    lines = subprocess.run(command, check=True, capture_output=True, text=True).stdout.splitlines()
    found = set()
    for file in (ROOT / line[3:] for line in lines):
        for home in HOMES.values():
            if file.suffix == ".py" and file.is_file() and file.is_relative_to(home):
                found.add(".".join(file.relative_to(home).with_suffix("").parts).removesuffix(".__init__"))
    return found


def is_test(module: str) -> bool:
    """Whether a module holds tests."""
    return module.rpartition(".")[2].startswith("test_")


def nearest(module: str, graph: grimp.ImportGraph) -> set[str]:
    """Tests of the core that are about a module."""
    *_, stage, name = module.split(".")
    tests = {one for one in graph.modules if is_test(one)}
    found = {one for one in tests if one.endswith(f".test_{name}")}
    found |= tests & graph.find_modules_that_directly_import(module)
    return found or {one for one in tests if f".tests.{stage}." in one}


def tests_of(modules: set[str], core: bool) -> set[str]:
    """Modules of tests that hang on some modules."""
    packages = ["hollowmist_core"]
    if not core:
        sys.path.insert(0, str(HOMES["server"]))
        packages += [file.parent.name for file in HOMES["server"].glob("*/__init__.py")]
    graph = grimp.build_graph(*packages)
    found = {one for one in modules if is_test(one)}
    for module in modules & graph.modules:
        found |= nearest(module, graph) if core else graph.find_downstream_modules(module)
    return {one for one in found if is_test(one)}


if __name__ == "__main__":
    print(*sorted(tests_of(changed(), "--core" in sys.argv)))
