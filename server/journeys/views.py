"""All views of Hollowmist, once: what the layout audit walks through and `script/screenshots` takes pictures of.

A view is a place, a tray or a section of one, a dialog, or a state that says something is wrong. Whoever adds one adds
it here.
"""

from collections.abc import Callable

from rolls.models import Brush
from sources.models import Source

from .roll_views import ROLL_VIEWS
from .sheet_views import SHEET_VIEWS
from .stage import Stage, View, at


def brush_id(name: str):
    """Id of a demo brush."""
    return Brush.objects.get(name=name, roll__account__username="skerrow").pk


def bench(stage: Stage, brush: str = "Pointed Copper") -> None:
    """The bench, all ink and readings there."""
    stage.go(f"/bench/{brush_id(brush)}", ".status")
    stage.see(".status", "kept")
    stage.page.wait_for_function("() => window.hollowmist.inked() && window.hollowmist.readings()")


def tray(station: str, section: str = "", brush: str = "Pointed Copper") -> Callable[[Stage], None]:
    """The bench with a station's tray open at a section."""

    def show(stage):
        bench(stage, brush)
        stage.part(".card .name", station).click()
        if section:
            stage.tap("radio", section, within=".tray")

    return show


def draw(stage: Stage, points) -> None:
    """Draw a stroke on the sheet through (x, y) px from its left and its foot."""
    box = stage.page.locator("canvas.sheet").bounding_box()
    foot = box["y"] + box["height"]
    (x, y), *rest = points
    stage.page.mouse.move(box["x"] + x, foot - y)
    stage.page.mouse.down()
    for x, y in rest:
        stage.page.mouse.move(box["x"] + x, foot - y)
    stage.page.mouse.up()


def nearer(stage: Stage) -> None:
    """The sheet brought so near that the dots of a screen are seen."""
    box = stage.page.locator("canvas.sheet").bounding_box()
    stage.page.mouse.move(box["x"] + 400, box["y"] + 62)
    stage.page.mouse.wheel(0, -430)


def wet_ink(stage: Stage) -> None:
    """Wet strokes of one's own that run into each other, beside the tray that says how far."""
    bench(stage, "Running Tide")
    stage.part(".card .name", "Ink").click()
    stage.tap("radio", "Wet", within=".tray")
    stage.settle()
    draw(stage, [(420 + 12 * i, 30 + 3 * (i % 4)) for i in range(40)])
    for across in (500, 640, 780):
        draw(stage, [(across + 2 * i, 8 + 4 * i) for i in range(14)])


def reading(label: str, brush: str = "Pointed Copper") -> Callable[[Stage], None]:
    """The bench with a reading opened."""

    def show(stage):
        bench(stage, brush)
        stage.part(".reading .label", label).click()

    return show


def bench_with(control: str, brush: str = "Pointed Copper") -> Callable[[Stage], None]:
    """The bench after a tap on a control of its header."""

    def show(stage):
        bench(stage, brush)
        stage.tap("button", control)

    return show


def response_cell(stage: Stage) -> None:
    """The response grid with a link open for editing."""
    tray("Responses")(stage)
    stage.page.locator(".tray td button").first.click()


def naming(stage: Stage) -> None:
    """A brush's name and note."""
    bench(stage)
    stage.page.locator(".crumb.name").click()
    stage.page.wait_for_selector("[role=dialog]:visible")


def drawn_on(stage: Stage) -> None:
    """The bench with a stroke of one's own."""
    bench(stage)
    draw(stage, [(300 + 12 * i, 70 - 14 * (i % 3)) for i in range(20)])
    stage.page.wait_for_selector(".clear")


def first_steps(stage: Stage) -> None:
    """The bench as somebody new finds it, at the third of the first steps."""
    stage.go("/pen-fitting", ".fields")
    stage.page.evaluate("localStorage.setItem('first steps', '2')")
    stage.page.reload()
    bench(stage)
    stage.page.wait_for_selector(".first-step")


def what_it_does(stage: Stage) -> None:
    """What a setting does, in pictures of the stroke in hand."""
    tray("Tip", "Spacing & turn", "Kelp Drybrush")(stage)
    stage.tap("button", "Spacing: what does it do?")
    stage.page.wait_for_selector(".what-it-does canvas")


def station_does(stage: Stage) -> None:
    """What a station does."""
    tray("Grain", brush="Kelp Drybrush")(stage)
    stage.tap("button", "Grain: what does it do?")
    stage.page.wait_for_selector(".what-it-does canvas")


def conflict(stage: Stage) -> None:
    """A brush that was changed on two devices."""
    bench(stage)
    brush = Brush.objects.get(pk=brush_id("Pointed Copper"))
    Brush.objects.filter(pk=brush.pk).update(revision=brush.revision + 1)
    stage.control("slider", "Size", exact=False).press("ArrowUp")
    stage.see(".status", "changed on another device")
    Brush.objects.filter(pk=brush.pk).update(revision=brush.revision)


def missing(stage: Stage) -> None:
    """A bench whose brush is nowhere."""
    stage.go("/bench/00000000-0000-4000-8000-000000000000", ".lost")


def checkpoints(stage: Stage) -> None:
    """The bench with checkpoints, the first of them looked at; of a brush that no other picture shows."""
    bench(stage, "Slate Marker")
    stage.tap("button", "Checkpoints")
    wedge = stage.control("slider", "Size", exact=False)
    for label in ("wider", "wider still"):
        for _ in range(5):
            wedge.press("ArrowUp")
        stage.control("textbox", "Label of the checkpoint").fill(label)
        stage.tap("button", "Keep a checkpoint")
        stage.page.wait_for_selector(f".checkpoints .card:has-text('{label}')")
    stage.page.locator(".checkpoints .card").first.click()


def at_a_moment(stage: Stage) -> None:
    """Whatever was made just now, made when everything else of the demo was."""
    stage.see(".status", "kept")
    stage.page.evaluate(
        """() => {
          const walk = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT)
          while (walk.nextNode()) walk.currentNode.data = walk.currentNode.data.replace(/\\b\\d\\d:\\d\\d\\b/, "10:42")
        }"""
    )


def beside(stage: Stage) -> None:
    """Two brushes side by side, and what sets them apart."""
    bench(stage)
    stage.tap("button", "Side by side")
    stage.page.locator(".brushes").click()
    stage.tap("option", "Lantern Brush Pen")
    stage.page.wait_for_selector(".tray tbody tr")


def beside_readings(stage: Stage) -> None:
    """The readings of two brushes, and their sheets laid over one another."""
    beside(stage)
    stage.tap("radio", "Readings")
    stage.tap("radio", "laid over")
    stage.page.wait_for_selector(".figures")


def variations(stage: Stage) -> None:
    """Nine neighbours of a brush, one of them looked at."""
    bench(stage, "Kelp Drybrush")
    stage.tap("button", "Variations")
    stage.page.locator(".variations .card").nth(4).click()
    stage.page.wait_for_selector(".beside canvas")


def generators(stage: Stage) -> None:
    """The generators to choose from."""
    stage.go("/sources", ".print")
    stage.tap("button", "Generate", exact=False)
    stage.page.wait_for_selector("[role=dialog]:visible")


def prep_table(stage: Stage) -> None:
    """The prep table with a photo on it."""
    source = Source.objects.filter(account__username="skerrow").order_by("name").first()
    stage.go(f"/sources/{source.pk}", ".recipe")
    stage.page.wait_for_function("() => window.hollowmist.prepEdits() > 0")


def prep_step(stage: Stage) -> None:
    """The prep table with a step open."""
    prep_table(stage)
    stage.page.locator(".recipe .step .hold").first.click()


def prep_choices(stage: Stage) -> None:
    """The steps that can be added."""
    prep_table(stage)
    stage.page.locator(".recipe .add").click()
    stage.page.wait_for_selector(".kinds")


def refused_door(stage: Stage) -> None:
    """The sign-in page after a wrong password."""
    stage.go("/sign-in", "form")
    stage.page.fill("input[name=username]", "skerrow")
    stage.page.fill("input[name=password]", "not the password")
    stage.page.keyboard.press("Enter")
    stage.page.wait_for_selector("[role=alert]")


def new_account(stage: Stage) -> None:
    """The sign-in page for whoever has no account."""
    stage.go("/sign-in", "form")
    stage.part("button", "I have no account yet").click()


SHEET = ("canvas.sheet",)
CARDS = (*SHEET, ".wedge canvas")


VIEWS = (
    View("sign-in", at("/sign-in", "form"), "", ("main canvas",), signed_in=False, narrow=True),
    View("sign-in, new account", new_account, ink=("main canvas",), signed_in=False, narrow=True),
    View("sign-in, refused", refused_door, signed_in=False, narrow=True),
    *ROLL_VIEWS,
    View("bench", bench, "bench", (*CARDS, ".card canvas")),
    View("bench, upright", bench, "bench-upright", (*CARDS, ".card canvas"), size=(800, 1280)),
    View("bench, a stroke of one's own", drawn_on, ink=CARDS, leaves=True),
    View("bench, first steps", first_steps, ink=CARDS, leaves=True),
    View("bench, what a setting does", what_it_does, ink=(".what-it-does canvas",)),
    View("bench, what a station does", station_does, ink=(".what-it-does canvas",)),
    View("bench, name", naming),
    View("bench, conflict", conflict, leaves=True),
    View("bench, missing", missing),
    View("bench, lanes", bench_with("Lanes"), ink=SHEET),
    View(
        "bench, checkpoints",
        checkpoints,
        "checkpoints",
        (*SHEET, ".checkpoints .stroke"),
        leaves=True,
        near=at_a_moment,
    ),
    View("bench, side by side", beside, "side-by-side", (*SHEET, ".beside canvas")),
    View("bench, laid over", beside_readings),
    View("bench, variations", variations, "variations", (*SHEET, ".variations .stroke")),
    View("bench, layers", bench_with("Layers", "Two Inks"), "layers", SHEET, near=nearer),
    View("bench, a ribbon", tray("Tip", "Ribbon", "Keel Cut"), "", (*SHEET, ".tray canvas")),
    View("bench, practice pen", bench_with("Practice pen"), ink=SHEET),
    View("bench, capture", bench_with("Capture"), ink=SHEET),
    *(View(f"hand, {one}", tray("Hand", one), ink=SHEET) for one in ("As it comes", "Pen", "Finger", "Fast & far")),
    View("line", tray("Line", brush="Label Monoline"), ink=SHEET),
    View("line, corners", tray("Line", "Corners & end"), ink=SHEET),
    View("line, compared", tray("Line", "Compare the ways", "Label Monoline"), ink=SHEET),
    View("weight", tray("Weight"), "weight", SHEET),
    *(View(f"weight, {one}", tray("Weight", one), ink=SHEET) for one in ("Start taper", "End taper", "Limits")),
    View("weight, papers", tray("Weight", "Papers"), ink=(*SHEET, ".tray canvas")),
    View("tip", tray("Tip", brush="Kelp Drybrush"), "tip", SHEET),
    *(View(f"tip, {one}", tray("Tip", one), ink=SHEET) for one in ("Spacing & turn", "Chance", "Several", "Ribbon")),
    View("grain", tray("Grain", brush="Kelp Drybrush"), "grain", SHEET),
    *(View(f"grain, {one}", tray("Grain", one, "Kelp Drybrush"), ink=SHEET) for one in ("Tile", "Tone")),
    View("ink", tray("Ink"), "ink", (*SHEET, ".tray canvas")),
    View("ink, cover", tray("Ink", "Cover"), ink=SHEET),
    View("ink, colour", tray("Ink", "Colour", "Label Monoline"), ink=SHEET),
    *(View(f"ink, {one}", tray("Ink", one), ink=(*SHEET, ".tray canvas")) for one in ("Rim & spread", "Mixing")),
    View("ink, tones", tray("Ink", "Tones", "Rowan Leaves"), ink=(*SHEET, ".tray canvas")),
    View("ink, wet", wet_ink, "", (*SHEET, ".tray canvas"), leaves=True),
    View("responses", tray("Responses"), ink=SHEET),
    View("responses, a link", response_cell, "responses", SHEET),
    View("readings, even line", reading("Even line?"), "readings", SHEET),
    View("readings, tapers", reading("Tapers"), ink=SHEET),
    *(View(f"readings, {one}", reading(one), ink=SHEET) for one in ("Width", "Edge", "Stamps show", "Steadying")),
    View("sources", at("/sources", ".print"), "sources", (".print",), narrow=True),
    View("sources, generators", generators),
    View("prep table", prep_table, "prep"),
    View("prep table, a step", prep_step),
    View("prep table, steps to add", prep_choices),
    *SHEET_VIEWS,
    View("pen fitting", at("/pen-fitting", ".fields")),
)
