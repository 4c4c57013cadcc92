"""Draw the house from its imports into docs/architecture.md; with `--check` only tell whether the page still fits them.

Arrows that follow from others are left out. Tests are no part of the drawing.
"""

import re
import sys
from pathlib import Path

import grimp

ROOT = Path(__file__).parents[1]
PAGE = ROOT / "docs" / "architecture.md"
WEB = ROOT / "web" / "src"
SERVER = ROOT / "server"
Arrows = dict[str, set[str]]


def python_arrows(packages: list[str], room_of) -> Arrows:
    """Which rooms of some packages import which; `room_of` names a module's room, or nothing where it has none."""
    graph = grimp.build_graph(*packages, include_external_packages=False)
    arrows: Arrows = {}
    for module in graph.modules:
        room = room_of(module)
        if not room or ".tests" in module:
            continue
        asked = {room_of(one) for one in graph.find_modules_directly_imported_by(module)}
        arrows.setdefault(room, set()).update(asked - {room, ""})
    return arrows


def core_arrows() -> Arrows:
    """Between the folders of the core; the kernels as one."""
    return python_arrows(["hollowmist_core"], lambda module: [*module.split("."), ""][1])


def stage_arrows() -> Arrows:
    """Between the stages of the kernels."""
    mark = "hollowmist_core.kernels."

    def stage(module: str) -> str:
        return module.removeprefix(mark).split(".")[0] if module.startswith(mark) else ""

    return python_arrows(["hollowmist_core"], stage)


def server_arrows() -> Arrows:
    """Between the apps; what they all ask for, and what names them all, is left out."""
    sys.path.insert(0, str(SERVER))
    apps = sorted(file.parent.name for file in SERVER.glob("*/__init__.py") if file.parent.name != "hollowmist")
    return python_arrows(apps, lambda module: module.split(".")[0] if module.split(".")[0] in apps else "")


def web_arrows() -> Arrows:
    """Between the folders of the front end; what is asked for by a route alone is no arrow."""
    arrows: Arrows = {}
    for file in sorted([*WEB.rglob("*.ts"), *WEB.rglob("*.vue")]):
        folder, *inside = file.relative_to(WEB).parts
        if not inside or folder == "measuring":
            continue
        arrows.setdefault(folder, set()).update(set(re.findall(r'from "@/(\w+)/', file.read_text())) - {folder})
    # What is generated stands with what is kept, and gives it its types.
    arrows.pop("generated", None)
    return {room: asked - {"generated"} for room, asked in arrows.items()}


def reduced(arrows: Arrows) -> Arrows:
    """The arrows that do not follow from others."""

    def reached(room: str, seen: set[str]) -> set[str]:
        for one in arrows.get(room, ()):
            if one not in seen:
                seen.add(one)
                reached(one, seen)
        return seen

    return {
        room: {one for one in asked if not any(one in reached(other, set()) for other in asked - {one})}
        for room, asked in arrows.items()
    }


def drawn(arrows: Arrows) -> str:
    """A drawing that Markdown shows."""
    lines = ["```mermaid", "graph TD"]
    for room, asked in sorted(reduced(arrows).items()):
        lines += [f"  {room} --> {one}" for one in sorted(asked)] or [f"  {room}"]
    return "\n".join([*lines, "```"])


DRAWINGS = {"core": core_arrows, "kernels": stage_arrows, "server": server_arrows, "web": web_arrows}


def drawn_page(text: str) -> str:
    """The page with each drawing as the imports stand."""
    for name, arrows in DRAWINGS.items():
        begin, end = f"<!-- {name}: drawn by script/architecture.py -->", f"<!-- {name} ends -->"
        if begin not in text or end not in text:
            raise SystemExit(f"docs/architecture.md lacks the marks of {name}: {begin} ... {end}")
        head, rest = text.split(begin)
        text = f"{head}{begin}\n{drawn(arrows())}\n{end}{rest.split(end)[1]}"
    return text


if __name__ == "__main__":
    before = PAGE.read_text()
    now = drawn_page(before)
    if "--check" in sys.argv and now != before:
        raise SystemExit("docs/architecture.md is not as the imports stand: run script/architecture.py")
    PAGE.write_text(now)
