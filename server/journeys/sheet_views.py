"""The views of sheets."""

import json
import uuid
from collections.abc import Callable

from accounts.models import Account
from demo.sheets.drawing import Drawing
from demo.sheets.making import lay_drawing
from rolls.models import Brush
from sheets.models import Sheet

from .stage import Stage, View

PAPER = ("canvas.sheet",)


def sheet(name: str, tray: str = "", then=None) -> Callable[[Stage], None]:
    """A demo sheet on its easel, maybe with a tray open."""

    def show(stage: Stage) -> None:
        pk = Sheet.objects.get(name=name, account__username="skerrow").pk
        # On a device that is new all of it must have come first.
        stage.go("/sheets", ".card img")
        stage.page.wait_for_function("() => document.querySelectorAll('.card img').length >= 3")
        # The roll of labels lies at hand, and the pointed pen is in it.
        pen = Brush.objects.get(name="Pointed Copper", roll__account__username="skerrow")
        held = json.dumps({"brush": str(pen.pk), "size": 0, "ink": "", "opacity": 0})
        for key, value in (("roll at the sheet", str(pen.roll_id)), (f"hand on sheet {pk}", held)):
            stage.page.evaluate("([key, value]) => localStorage.setItem(key, value)", [key, value])
        stage.go(f"/sheets/{pk}", ".strip .pocket .stroke")
        stage.page.wait_for_selector(".bar .name")
        stage.page.wait_for_selector("[data-sheet][aria-busy=false]")
        stage.settle()
        if tray:
            stage.tap("button", tray, within="header")
        if then:
            then(stage)

    return show


def sheets(stage: Stage) -> None:
    """All sheets, each inked."""
    stage.go("/sheets", ".card img")
    stage.page.wait_for_function("() => document.querySelectorAll('.card img').length >= 3")


def new_sheet(stage: Stage) -> None:
    """The papers that a new sheet is chosen from."""
    sheets(stage)
    stage.tap("button", "New sheet")


def lettering() -> str:
    """A postcard on guides with a line in each hand, by a brush each, in the demo account; returns its name."""
    guides = {"lettering": True, "nib": 1.4, "x_height": 5.0, "line": 16.0, "first": 22.0, "margins": True}
    document = {"width": 1748, "height": 1240, "dpi": 300.0, "guides": guides}
    card = Drawing("Names of the rocks", "", document, 3)
    nib = 1.4 * 300 / 25.4
    for row, (text, hand, brush, size, spacing) in enumerate(
        (
            ("Sturmvogel & Möwe", "running", "Pointed Copper", 22.0, 0.0),
            ("Gull Step, north", "upright", "Label Monoline", 9.0, 0.12),
            ("FOG ROCKS", "capitals", "Broad Nib", 20.0, 0.25),
        )
    ):
        at = (190.0, 22.0 * 300 / 25.4 + 16 * nib * row)
        card.word(text, hand, at, 5 * nib, brush, size=size, spacing=spacing, press=(0.14, 0.9))
    account = Account.objects.get(username="skerrow")
    if not account.sheets.filter(name=card.name).exists():
        lay_drawing(account, card, lambda *_: uuid.uuid4(), 1_795_900_000_000, {})
    return card.name


def lettered(stage: Stage) -> None:
    """A word that is being set, on a card that has some."""
    sheet(lettering(), "Words")(stage)
    stage.control("textbox", "Word").fill("lantern")
    stage.page.wait_for_selector(".hands canvas[aria-busy=false]")
    stage.settle()
    box = stage.page.locator("[data-sheet] .over").bounding_box()
    # The line below the others is free: the word is drawn there.
    stage.page.mouse.move(box["x"] + box["width"] * 0.2, box["y"] + box["height"] * 0.2)
    stage.page.mouse.down()
    stage.page.mouse.move(box["x"] + box["width"] * 0.35, box["y"] + box["height"] * 0.9, steps=4)
    stage.page.mouse.up()


def reinked(stage: Stage) -> None:
    """All strokes of the layer chosen, and what they would be in other brushes."""
    stage.tap("button", "The whole layer")
    stage.page.wait_for_selector(".offered img[aria-busy=false]")


def measured(stage: Stage) -> None:
    """The screen measured against a bank card."""
    sheet("Harbour label")(stage)
    stage.tap("button", "True size")


SHEET_VIEWS = (
    View("sheets", sheets, narrow=True),
    View("sheets, a new one", new_sheet),
    View("sheet", sheet("Great whorl"), "sheet", PAPER),
    View("sheet, underlay", sheet("Harbour label", "Underlay"), ink=PAPER),
    View("sheet, guides", sheet("Harbour label", "Guides"), ink=PAPER),
    View("sheet, words", lettered, "words", (*PAPER, ".hands canvas"), leaves=True),
    View("sheet, re-ink", sheet("Harbour label", "Re-ink", reinked), ink=(*PAPER, ".offered img")),
    View("sheet, layers", sheet("Great whorl", "Layers"), ink=PAPER),
    View("sheet, out", sheet("Chart title", "Out"), ink=PAPER),
    View("sheet, the screen measured", measured),
)
