"""Sizes that a newcomer can hold in mind: how long a file and a function are, what a function takes, what a folder has;
and no test that waits for time.

`python script/limits.py` names what goes beyond; ESLint holds the functions of the front end.
"""

import ast
import subprocess
import sys
from collections import Counter
from pathlib import Path

ROOT = Path(__file__).parents[1]
MOST_LINES = 400
"""Of a file."""
MOST_BODY = 60
"""Lines of a function, its docstring apart."""
MOST_ARGUMENTS = 8
MOST_FILES = 20
"""Of a folder's own."""
CODE = {".py", ".ts", ".vue", ".js"}


def sources() -> list[Path]:
    """All files of code in the repository that people write."""
    listed = subprocess.run(
        ["git", "ls-files", "--cached", "--others", "--exclude-standard"],
        cwd=ROOT, check=True, capture_output=True, text=True,
    ).stdout.split("\n")  # fmt: skip
    files = (Path(name) for name in listed if Path(name).suffix in CODE)
    return [one for one in files if (ROOT / one).is_file() and "migrations" not in one.parts]


def is_exported(function: ast.FunctionDef) -> bool:
    """Whether a function is a kernel that both homes export: it takes flat vectors, and bundles them."""
    return any(isinstance(one, ast.Call) and getattr(one.func, "id", "") == "kernel" for one in function.decorator_list)


def faults_of(path: Path) -> list[str]:
    """What of a file of Python goes beyond."""
    found = []
    for node in ast.walk(ast.parse((ROOT / path).read_text())):
        if not isinstance(node, ast.FunctionDef) or is_exported(node):
            continue
        docstring = ast.get_docstring(node, clean=False)
        lines = node.end_lineno - node.lineno + 1 - (docstring.count("\n") + 1 if docstring else 0)
        takes = len(node.args.posonlyargs) + len(node.args.args) + len(node.args.kwonlyargs)
        where = f"{path}:{node.lineno} {node.name}"
        if lines > MOST_BODY:
            found.append(f"{where} has {lines} lines; {MOST_BODY} at most")
        if takes > MOST_ARGUMENTS:
            found.append(
                f"{where} takes {takes} arguments; {MOST_ARGUMENTS} at most: what belongs together is a bundle"
            )
    return found


def waits_of(path: Path) -> list[str]:
    """Where a journey waits for time: for a condition one asks again and again, which is a loop."""
    tree = ast.parse((ROOT / path).read_text())
    loops = [one for one in ast.walk(tree) if isinstance(one, ast.While | ast.For)]
    asked_again = {id(node) for loop in loops for node in ast.walk(loop)}
    found = []
    for node in ast.walk(tree):
        name = getattr(getattr(node, "func", None), "attr", "")
        fixed = name == "sleep" and id(node) not in asked_again
        if fixed or (name == "wait_for_timeout" and path.name != "browser.py"):
            found.append(f"{path}:{node.lineno} waits for time: wait for what is to come (`wait_for`, `frames`)")
    return found


def main() -> int:
    """Name all of it; 1 if there is any."""
    files = sources()
    found = []
    for path in files:
        lines = (ROOT / path).read_text().count("\n")
        if lines > MOST_LINES:
            found.append(f"{path} has {lines} lines; {MOST_LINES} at most: it tells of more than one thing")
        if path.suffix == ".py":
            found += faults_of(path)
        if path.suffix == ".py" and "journeys" in path.parts:
            found += waits_of(path)
    for folder, count in Counter(path.parent for path in files if path.name != "__init__.py").items():
        if count > MOST_FILES:
            found.append(f"{folder} has {count} files of its own; {MOST_FILES} at most: sort them into rooms")
    print("\n".join(sorted(found)), end="\n" if found else "")
    return 1 if found else 0


if __name__ == "__main__":
    sys.exit(main())
