"""The views of rolls, of what ships, and of the lending shelf."""

import io

from accounts.models import Account
from packs.actions.write_pack import write_pack

from .stage import Stage, View, at


def room_menu(stage: Stage) -> None:
    """Light of the room, drawing hand, and the way out."""
    stage.go("/rolls", ".pocket")
    stage.tap("button", "Settings")
    stage.page.wait_for_selector(".menu")


def pocket_menu(stage: Stage) -> None:
    """What can be done with a brush in its pocket."""
    stage.go("/rolls", ".pocket")
    stage.page.locator(".pocket .more").first.click()
    stage.part(".acts button >> visible=true", "Duplicate").wait_for()


def roll_menu(stage: Stage) -> None:
    """What can be done with a roll."""
    stage.go("/rolls", ".pocket")
    stage.tap("button", "More for the roll Labels & titles")
    stage.see("button", "Duplicate the roll")


def chosen(stage: Stage) -> None:
    """Two brushes chosen, one of them a favourite, in a roll that is dyed."""
    stage.go("/rolls", ".pocket")
    stage.tap("button", "Choose several brushes")
    for number in (1, 3):
        stage.page.locator(".pocket .slip").nth(number).click()
    stage.tap("button", "Favourites")
    stage.page.wait_for_selector(".filled")


def shipped(stage: Stage) -> None:
    """A roll that ships, open to be taken from."""
    stage.go("/rolls", ".shipped-head")
    # It is one band where something was taken from it.
    if not stage.page.locator(".shipped").count():
        stage.tap("button", "Shipped with Hollowmist")
    stage.page.locator(".shipped .fold").first.click()
    stage.page.wait_for_selector(".shipped .stroke")


def beginning(stage: Stage) -> None:
    """The ways in which a brush begins."""
    stage.go("/rolls", ".pocket")
    stage.part("button", "New brush").click()
    stage.page.wait_for_selector(".ways img.stroke")


def describing(stage: Stage) -> None:
    """A roll's name, note and tint."""
    roll_menu(stage)
    stage.tap("button", "Name, note and tint")
    stage.page.wait_for_selector("[role=dialog]:visible")


def reading_pack(stage: Stage) -> None:
    """A look inside a pack."""
    out = io.BytesIO()
    account = Account.objects.get(username="skerrow")
    write_pack(account, out, rolls=[account.rolls.get(name="Shore textures").pk])
    stage.go("/rolls", ".pocket")
    stage.tap("button", "Packs")
    with stage.page.expect_file_chooser() as chooser:
        stage.tap("button", "Read packs or pictures")
    chooser.value.set_files([{"name": "shore.hollowmist", "mimeType": "application/zip", "buffer": out.getvalue()}])
    stage.page.wait_for_selector("[role=dialog] .card img")


def shelf(stage: Stage) -> None:
    """The lending shelf, once one's own rolls are there to be lent too."""
    stage.go("/shelf", ".lot")
    stage.page.wait_for_selector(".add:enabled")


def lot(stage: Stage) -> None:
    """A look into a roll that somebody lends, one of its brushes on one's strokes."""
    stage.go("/shelf", ".lot")
    stage.page.locator(".lot", has_text="Kitchen wall").click()
    stage.page.locator(".slip").nth(2).click()


def showing(stage: Stage) -> None:
    """How brushes show in their pockets, on a lane that was chosen."""
    room_menu(stage)
    stage.tap("button", "How brushes show")
    stage.page.locator("[role=dialog] .el-select").click()
    stage.tap("option", "A word")
    for label in ("Size", "Ink"):
        stage.control("radiogroup", label).get_by_role("radio", name=stage.said.pattern("one for all")).click()


def maker(stage: Stage) -> None:
    """The maker, with the square to draw a mark in."""
    room_menu(stage)
    stage.tap("button", "Maker: what goes out with your packs")
    stage.tap("button", "Draw your mark")
    stage.page.wait_for_selector(".square")


ROLL_VIEWS = (
    View("rolls", at("/rolls", ".pocket"), "rolls", (".pocket .stroke",), narrow=True),
    View("rolls, a brush's menu", pocket_menu),
    View("rolls, settings", room_menu),
    View("rolls, a roll's menu", roll_menu),
    View("rolls, a roll's name and tint", describing),
    View("rolls, chosen", chosen, ink=(".pocket .stroke",)),
    View("rolls, shipped", shipped, ink=(".shipped .stroke",)),
    View("rolls, a new brush", beginning, ink=(".ways .stroke",)),
    View(
        "rolls, a roll that ships",
        at("/shipped/Chart%20inking", ".slip .stroke"),
        ink=("canvas.sheet", ".slip .stroke"),
    ),
    View("rolls, a look into a pack", reading_pack, "", ("[role=dialog] .stroke",)),
    View("guide", at("/guide", ".card"), ink=(".card .stroke",), narrow=True),
    View("guide, a page", at("/guide/pointed-pen", "article .stroke"), "guide", ("canvas.sheet", "article .stroke")),
    View("maker", maker, leaves=True),
    View("rolls, how brushes show", showing, ink=("[role=dialog] .stroke",), leaves=True),
    View("shelf", shelf, "shelf", (".lot .strokes",)),
    View("shelf, a look into a lot", lot, "", ("canvas.sheet", ".slip .stroke")),
)
