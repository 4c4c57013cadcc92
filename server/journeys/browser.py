"""The real interface in headless Chromium, and hands to use it with."""

import atexit
import base64
import os
import time
from functools import cache

import numpy as np
from accounts.models import Account
from django.contrib.staticfiles.testing import StaticLiveServerTestCase
from django.test import Client
from hollowmist_core.native.recipes import follow
from playwright.sync_api import Error as PlaywrightError
from playwright.sync_api import expect, sync_playwright
from proofs.models import ProofStroke
from rolls.actions.add_brush import add_brush
from rolls.actions.keep_brush import keep_brush
from rolls.actions.keep_roll import keep_roll
from sources.actions.pictures import ink_of, pixels_of
from tasks.tests import workers_here

CHROMIUM = os.environ.get("HOLLOWMIST_CHROMIUM", "/usr/bin/chromium-headless-shell")
"""The one without windows: it takes a third less of a processor than a whole browser does that shows none."""
FLAGS = [
    "--no-sandbox",
    "--disable-gpu",
    "--disable-quic",
    "--no-first-run",
    "--disable-background-networking",
    "--disable-component-update",
    "--disable-sync",
]

PATIENCE = 120
"""How long anything is waited for, s: a busy machine is slow, and what never comes is as plain after two minutes."""
expect.set_options(timeout=PATIENCE * 1000)

_RESTS = """async ([frames, patience]) => {
  const marked = (one) => one.outerHTML.slice(0, 200)
  const moves = async () => {
    await document.fonts.ready
    // One that has come may still wait to be decoded, and is painted later.
    await Promise.all([...document.images].map((one) => one.complete && one.decode().catch(() => undefined)))
    return [
      ...[...document.images].filter((one) => !one.complete).map(marked),
      ...[...document.querySelectorAll('[aria-busy="true"]')].map(marked),
      ...document.getAnimations().filter((one) => one.playState === "running").map((one) => marked(one.effect.target)),
      ...(window.hollowmist && !(await window.hollowmist.rests()) ? ["the engine"] : []),
    ]
  }
  // A page that nobody sees has no frames.
  const frame = () => new Promise((done) => (requestAnimationFrame(done), setTimeout(done, 100)))
  const end = performance.now() + patience
  let found = []
  // What came last may make the page lay itself out anew, and the engine ink again.
  for (let still = 0; still < frames; ) {
    await frame()
    found = await moves()
    still = found.length ? 0 : still + 1
    if (found.length && performance.now() > end) break
  }
  return found
}"""
"""What of a page is still on its way, as it is marked up, once its patience is at an end: nothing, as soon as it rested
for so many frames on end."""

STILL = 10
"""Frames for which a page is to rest."""

_READ_CANVAS = """(number) => {
  const sheet = document.querySelectorAll("canvas.sheet")[number]
  const copy = new OffscreenCanvas(sheet.width, sheet.height)
  const context = copy.getContext("2d")
  context.drawImage(sheet, 0, 0)
  const { data } = context.getImageData(0, 0, sheet.width, sheet.height)
  let text = ""
  for (let i = 0; i < data.length; i += 32768) text += String.fromCharCode(...data.subarray(i, i + 32768))
  return [sheet.width, sheet.height, btoa(text)]
}"""


WORKERS = """
  window.workers = []
  const Plain = window.Worker
  window.Worker = class extends Plain {
    constructor(...given) {
      super(...given)
      this.called = given[1]?.name
      window.workers.push(this)
    }
  }
  window.worker = (name) => window.workers.findLast((one) => one.called === name)
"""
"""Has the engine's workers at hand: the latest "pen" or "second" one by its name."""

_ROWS_HERE = """([account, table, names]) => new Promise((tell) => {
  const asked = indexedDB.open(`hollowmist-${account}`)
  asked.onsuccess = () => {
    const rows = asked.result.transaction(table).objectStore(table).getAll()
    rows.onsuccess = () => {
      tell(rows.result.map((row) => Object.fromEntries(names.map((name) => [name, row[name]]))))
      asked.result.close()
    }
  }
})"""

FRAMES = """async (count) => {
  for (let i = 0; i < count; i++) await new Promise((done) => (requestAnimationFrame(done), setTimeout(done, 100)))
}"""


def encoded(array: np.ndarray) -> str:
    """An array's bytes as base64, for the browser."""
    return base64.b64encode(array.tobytes()).decode()


def rows_of(samples: np.ndarray) -> list[list[float]]:
    """Samples as rows of numbers, for the browser."""
    return [list(map(float, sample)) for sample in samples]


def launch(playwright, *flags: str):
    """Debian's Chromium without a screen."""
    return playwright.chromium.launch(executable_path=CHROMIUM, args=[*FLAGS, *flags])


@cache
def one_playwright():
    """What drives the browsers of this run."""
    playwright = sync_playwright().start()
    atexit.register(playwright.stop)
    return playwright


@cache
def one_browser(*flags: str):
    """The browser that all tests of this run share; each has profiles of its own in it."""
    return launch(one_playwright(), *flags)


def note_problems(page, problems: list[str]) -> None:
    """Note errors of a page that nobody caught, each with where it came from."""
    page.on("pageerror", lambda error: problems.append(error.stack or str(error)))


def evaluated(page, script: str, given):
    """What a script gives on a page; one that goes elsewhere meanwhile is asked again there."""
    while True:
        try:
            return page.evaluate(script, given)
        except PlaywrightError as error:
            if "context was destroyed" not in str(error):
                raise


def settle(page, still: int = STILL) -> None:
    """Wait until fonts, pictures and measurements are there, the engine rests, and nothing moves.

    It is to rest for `still` frames on end. One that is looked at before shows anything; one that never rests is
    a failure of its own.
    """
    # Evaluated, since Playwright's own waiting takes a promise itself for true.
    moves = evaluated(page, _RESTS, [still, PATIENCE * 1000])
    if moves:
        raise AssertionError(f"the page does not come to rest: {moves}")


def frames(page, count: int = 1) -> None:
    """Let a page show so many frames: what a hand that moves gives it time for."""
    evaluated(page, FRAMES, count)


def rows_here(page, account, table: str, *names: str) -> list[dict]:
    """What lies in a table of an account's store on a page's device: of each row the named values."""
    return page.evaluate(_ROWS_HERE, [account.pk, table, list(names)])


def held(page) -> np.ndarray:
    """How much memory the engine's workers hold, the pen's and the second one, MB; 0 where there is none."""
    both = page.evaluate("window.hollowmist.memoryHeld()")
    return np.array([both["pen"], both["second"]]) / 2**20


def grown(before: np.ndarray, after: np.ndarray) -> float:
    """How much more memory those workers hold that were there before, MB: the second one comes and goes."""
    return float(np.maximum(0.0, after - before)[before > 0.0].sum())


class Pen:
    """A pen, a mouse or fingers, through Chromium's DevTools protocol. Positions in CSS px of the page."""

    def __init__(self, page):
        self.session = page.context.new_cdp_session(page)

    def event(self, kind, x, y, force=0.5, tilt=(0, 0), pointer="pen", twist=0):
        """Send one event of a pen: "mousePressed", "mouseMoved" or "mouseReleased"."""
        self.session.send(
            "Input.dispatchMouseEvent",
            {
                "type": kind, "x": x, "y": y, "button": "left", "buttons": 0 if kind == "mouseReleased" else 1,
                "pointerType": pointer, "force": force, "tiltX": tilt[0], "tiltY": tilt[1], "twist": twist,
                "clickCount": 1,
            },
        )  # fmt: skip

    def draw(self, points, lift=True):
        """Draw through (x, y, force) points."""
        self.event("mousePressed", *points[0])
        for point in points[1:]:
            self.event("mouseMoved", *point)
        if lift:
            self.event("mouseReleased", *points[-1])

    def touch(self, kind, *fingers, **when):
        """Send "touchStart", "touchMove" or "touchEnd" with all (x, y) fingers that are down.

        It happens now, or at a `timestamp` in s since 1970: how fast a hand is does not hang on the machine then.
        """
        points = [{"x": x, "y": y, "id": i} for i, (x, y) in enumerate(fingers)]
        self.session.send("Input.dispatchTouchEvent", {"type": kind, "touchPoints": points, **when})


class JourneyCase(StaticLiveServerTestCase):
    """An account with one roll, and a browser that is signed in to it."""

    brushes: dict[str, dict] = {"Rope Ribbon": {}}
    flags: tuple[str, ...] = ("--in-process-gpu",)
    """Of the browser: tests spare the process for the screen that a tablet has."""

    @classmethod
    def setUpClass(cls):
        """Have the browser at hand."""
        os.environ["DJANGO_ALLOW_ASYNC_UNSAFE"] = "true"
        super().setUpClass()
        if not one_browser(*cls.flags).is_connected():
            one_browser.cache_clear()
        cls.playwright, cls.browser = one_playwright(), one_browser(*cls.flags)

    def setUp(self):
        """Make the account, its brushes and a page."""
        self.enterContext(workers_here())
        self.account = Account.objects.create_user("maren", password="slate-and-rope")
        self.roll = keep_roll(self.account, name="Chart inking")
        self.made = {name: add_brush(self.roll, name, document) for name, document in self.brushes.items()}
        self.problems = []
        self.page = self.open_page()

    def tearDown(self):
        """No page may have met an error of its own."""
        for context in self.browser.contexts:
            context.close()
        self.assertEqual(self.problems, [])

    def open_page(
        self, width=1500, height=900, signed_in=True, bypass_csp=True, installed=False, url=None, scale=1, **more
    ):
        """A page in a browser profile of its own: so large that the bench shows strokes as large as they were drawn.

        A test's own scripts need what the content policy forbids; with `bypass_csp` False it holds. With `installed`
        the application may lie on the device; `url` is where it comes from, if not straight from the server. `scale`
        is device pixels per CSS pixel; `more` of the browser's context, as its `locale`.
        """
        context = self.browser.new_context(
            viewport={"width": width, "height": height},
            device_scale_factor=scale,
            has_touch=True,
            bypass_csp=bypass_csp,
            service_workers="allow" if installed else "block",
            **more,
        )
        if signed_in:
            client = Client()
            client.force_login(self.account)
            (name,) = client.cookies
            cookie = {"name": name, "value": client.cookies[name].value, "url": url or self.live_server_url}
            context.add_cookies([cookie])
        page = context.new_page()
        page.set_default_timeout(PATIENCE * 1000)
        note_problems(page, self.problems)
        return page

    def open_bench(self, page=None, name="Rope Ribbon"):
        """Go to a brush's bench and wait until its lanes are inked and laid out.

        Lanes come one after another, and a sheet that is laid out anew is blank for a frame: what is compared with
        the sheet as it was must find it whole.
        """
        page = page or self.page
        page.goto(f"{self.live_server_url}/bench/{self.made[name].pk}")
        page.wait_for_selector(".status:has-text('kept')")
        drawn = ProofStroke.objects.filter(account=self.account, deleted_at=None)
        self.wait_for(lambda: len(rows_here(page, self.account, "strokes")) >= drawn.count())
        self.wait_for(lambda: (self.pixels(page)[..., 0] < 60).sum() > 500)
        settle(page)
        return page

    def pixels(self, page=None, number=0):
        """The canvas of the proof sheet, or of the one beside it (1), as it shows: (height, width, 4), uint8."""
        width, height, data = (page or self.page).evaluate(_READ_CANVAS, number)
        return np.frombuffer(base64.b64decode(data), np.uint8).reshape(height, width, 4)

    def wait_for(self, true, what="what was to come"):
        """Wait until a condition holds; what it last gave is returned. A wait in vain says for `what` it was."""
        end = time.monotonic() + PATIENCE
        while time.monotonic() < end:
            found = true()
            if found:
                return found
            frames(self.page, 2)
        self.fail(f"waited in vain for {what}")

    def rested(self, read):
        """What is read, once it no longer changes."""
        last = [None]

        def still():
            before, last[0] = last[0], read()
            frames(self.page, STILL)
            return last[0] is not None and before == last[0]

        self.wait_for(still)
        return last[0]

    def finished(self, source) -> np.ndarray:
        """A source's ink as it is kept, once it is what the core makes of its recipe: (height, width), uint8, 255 full.

        A device keeps a recipe at once, and the picture of it when the recipe has rested.
        """

        def same():
            source.refresh_from_db()
            working = source.working and pixels_of(source.working)
            made, kept = follow(source.recipe, source.makes, working).bytes, ink_of(source.picture)
            alike = made.shape == kept.shape and np.abs(made.astype(int) - kept).max() <= 2
            # In an array of one, since an empty picture is as good as another.
            return [kept] if alike else None

        return self.wait_for(same, f"the picture of {source} to be that of its recipe")[0]

    def sheet_box(self, page=None):
        """Place of the proof sheet on the page."""
        return (page or self.page).locator("canvas.sheet").bounding_box()

    def zoom(self, page=None) -> float:
        """CSS px of the page to one px of the proof sheet."""
        return float((page or self.page).locator("canvas.sheet").get_attribute("data-zoom"))

    def lanes(self, page=None) -> dict[str, tuple[float, float]]:
        """Where each lane's part of the proof sheet begins, CSS px of the canvas, by its label."""
        page = page or self.page
        sheet = self.sheet_box(page)
        boxes = {lane.inner_text(): lane.bounding_box() for lane in page.locator(".lane").all()}
        return {name: (box["x"] - sheet["x"], box["y"] - sheet["y"]) for name, box in boxes.items()}

    def kept(self, name="Rope Ribbon"):
        """The brush as MariaDB has it."""
        brush = self.made[name]
        brush.refresh_from_db()
        return brush

    def keep_elsewhere(self, name="Rope Ribbon", **settings):
        """Another device keeps the brush with other settings."""
        brush = self.kept(name)
        about = {"roll": brush.roll_id, "name": brush.name, "note": brush.note, "place": brush.place}
        keep_brush(self.account, brush.pk, brush.revision, document=brush.document | settings, **about)
