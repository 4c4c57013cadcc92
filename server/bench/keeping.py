"""How quick keeping is with much to keep: a new device, much that waits, many accounts, a pack of everything."""

import io
import resource
import tempfile
import time
import uuid
from pathlib import Path
from typing import BinaryIO, cast

import numpy as np
from accounts.models import Account
from acts.actions.do_act import do_act
from acts.actions.perform import Wish, perform_all
from django.db import transaction
from django.test import Client
from django.utils import timezone
from hollowmist_core.documents.brush import read
from hollowmist_core.formats.pack import Packs
from hollowmist_core.tables.records import SAMPLE
from journeys.browser import Pen
from journeys.way import Way
from packs.actions.read_pack import read_pack
from packs.actions.write_pack import write_pack
from proofs.serializers import Base64Field
from rolls.actions.add_brush import add_brush
from rolls.actions.keep_roll import keep_roll
from rolls.models import Brush, Checkpoint
from sheets.models import SheetStroke
from sources.actions.keep_source import keep_source

from .device import INSTALLED

LIMITS = {
    "keep_ms": 15.0,
    "changes_empty_ms": 10.0,
    "first_rolls_s": 3.0,
    "sync_first_s": 60.0,
    "waiting_stroke_ms": 50.0,
    "pack_everything_s": 60.0,
}
"""Figure -> the most it may be."""

BRUSHES, CHECKPOINTS, EACH = 10_000, 20_000, 500
"""Of an account that is opened on a new device; so many brushes lie in a roll."""

WAITING = 5_000
GRAINS, SHARING = 40, 50

PACKED_BRUSHES, PACKED_SOURCES, PACKED_SHEETS, STROKES = 2_000, 200, 20, 1_000

SCRIPT = Path(__file__).with_name("waiting.js")


@transaction.atomic
def with_much(name: str, brushes: int, checkpoints: int) -> Account:
    """An account with so many brushes, in rolls, and so many checkpoints of them."""
    account = Account.objects.create_user(name, password="kelp-and-fog")
    rolls = [keep_roll(account, name=f"Roll {i}") for i in range(-(-brushes // EACH))]
    document, now = read({"size": 20.0, "roundness": 0.4}), timezone.now()
    made = [
        Brush(
            account=account,
            roll=rolls[i // EACH],
            name=f"Brush {i}",
            document=document | {"size": 5.0 + i % 90},
            place=f"a{chr(97 + i % EACH // 26)}{chr(97 + i % EACH % 26)}",
            number=100 + i,
        )
        for i in range(brushes)
    ]
    Brush.objects.bulk_create(made, batch_size=500)
    points = [
        Checkpoint(
            account=account,
            brush=made[i % brushes],
            why=Checkpoint.Why.VISIT,
            document=document | {"size": 3.0 + i % 90},
            made_at=now,
            number=100 + brushes + i,
        )
        for i in range(checkpoints)
    ]
    Checkpoint.objects.bulk_create(points, batch_size=500)
    Account.objects.filter(pk=account.pk).update(number=100 + brushes + checkpoints)
    account.refresh_from_db()
    return account


def changes_empty_ms(account, rounds=60) -> float:
    """From a device that has everything asking what changed, to its answer that nothing did, ms."""
    client = Client()
    client.force_login(account)

    def once() -> float:
        start = time.perf_counter()
        assert client.get(f"/api/changes?since={account.number}").json()["changes"] == []
        return 1000 * (time.perf_counter() - start)

    return float(np.median([once() for _ in range(rounds)]))


def keep_ms(rounds=40) -> float:
    """Processor time of the server for one state of a brush, where many accounts have all of its grains, ms."""
    accounts = [Account.objects.create_user(f"sharing {i}") for i in range(SHARING)]
    first = accounts[0]
    recipes = [{"start": {"kind": "dots", "side": 64, "seed": i + 1}, "steps": []} for i in range(GRAINS)]
    kept = [
        keep_source(first, uuid.uuid4(), 0, name=f"Grain {i}", makes="grain", recipe=one)
        for i, one in enumerate(recipes)
    ]
    brushes = []
    for account in accounts:
        account.pictures.add(*(one.picture_id for one in kept))
        roll = keep_roll(account, name="Shared")
        brushes += [
            add_brush(roll, f"Shared {i}", read({"grain": {"picture": one.picture_id, "source": None}}))
            for i, one in enumerate(kept)
        ]
    brush = brushes[0]
    body = {"roll": str(brush.roll_id), "name": brush.name, "note": "", "place": brush.place}

    def once(i):
        document = brush.document | {"size": 20.0 + i}
        act = {"id": uuid.uuid4(), "kind": "keepBrush", "thing": brush.pk, "base": brush.revision + i}
        assert do_act(first, act | {"body": body | {"document": document}})["answer"] == "done"

    start = time.process_time()
    for i in range(rounds):
        once(i)
    return 1000 * (time.process_time() - start) / rounds


def sync_first(case, account) -> dict[str, float]:
    """From opening rolls on a new device to the first brush in its pocket, and to all of it being there, s."""
    before, case.account = case.account, account
    page = case.open_page(1280, 800)
    start = time.perf_counter()
    page.goto(f"{case.live_server_url}/rolls", wait_until="commit")
    page.wait_for_selector(".pocket")
    first = time.perf_counter() - start
    page.wait_for_selector("[data-fetching]", state="detached")
    took = time.perf_counter() - start
    page.context.close()
    case.account = before
    return {"first_rolls_s": first, "sync_first_s": took}


def waiting_stroke_ms(case, brush, rounds=7) -> float:
    """From the pen's lift to its stroke being kept on the device, while thousands of others wait to be carried, ms."""
    way = Way(case.live_server_url)
    page = case.open_page(1280, 800, installed=True, url=way.url)
    page.goto(f"{way.url}/bench/{brush.pk}")
    page.wait_for_selector(".status:has-text('kept')")
    case.wait_for(lambda: page.evaluate(INSTALLED))
    way.away = True
    box, pen = case.sheet_box(page), Pen(page)

    def draw(i):
        x, y = box["x"] + 80 + 9 * i, box["y"] + box["height"] - 60
        pen.draw([(x, y, 0.5), (x + 2, y + 8, 0.5), (x + 3, y + 16, 0.5)])

    draw(0)
    page.add_script_tag(path=SCRIPT)
    page.evaluate("(given) => window.waiting.fill(...given)", [case.account.pk, WAITING])
    page.reload()
    page.wait_for_function("window.hollowmist?.inked()")
    page.add_script_tag(path=SCRIPT)
    times = []
    for i in range(rounds):
        page.evaluate("(account) => { window.took = window.waiting.kept(account) }", case.account.pk)
        page.wait_for_function("window.waiting.ready")
        draw(i + 1)
        times.append(page.evaluate("window.took"))
        page.evaluate("window.waiting.ready = false")
    page.context.close()
    way.close()
    return float(np.median(times))


def _drawn(account, sheets: int, strokes: int) -> None:
    """Sheets with strokes on them, one second of a pen each."""
    rng, u = np.random.default_rng(5), np.linspace(0, 1, 120)
    look = uuid.uuid4()
    perform_all(account, "keepLook", [Wish(look, {"name": "Rope", "document": read({"size": 12.0})})])
    for number in range(sheets):
        sheet = uuid.uuid4()
        perform_all(account, "keepSheet", [Wish(sheet, {"name": f"Sheet {number}"})])
        wishes = []
        for i in range(strokes):
            samples = np.zeros(120, SAMPLE)
            samples["x"] = rng.uniform(0, 2000) + 300 * u
            samples["y"] = rng.uniform(0, 1500) + 40 * np.sin(9 * u)
            samples["t"], samples["pressure"], samples["altitude"] = 1000 * u, 0.2 + 0.6 * u, 1.2
            body = {"sheet": str(sheet), "look": str(look), "kind": 0, "erase": False, "seed": i + 1, "drawn_at": i}
            body |= {"samples": Base64Field().to_representation(samples.tobytes())}
            wishes.append(Wish(uuid.uuid4(), body))
        perform_all(account, "keepSheetStroke", wishes)


def pack_everything(case) -> dict[str, float]:
    """Writing and reading everything of a large account: the slower of both, s, and what it held of memory, MB."""
    account = with_much("packed", PACKED_BRUSHES, 0)
    Brush.objects.of(account).update(picture=b"\x89PNG painted")
    for i in range(PACKED_SOURCES):
        recipe = {"start": {"kind": "dots", "side": 128, "seed": i + 1}, "steps": []}
        keep_source(account, uuid.uuid4(), 0, name=f"Dots {i}", makes="grain", recipe=recipe)
    _drawn(account, PACKED_SHEETS, STROKES)
    held = resource.getrusage(resource.RUSAGE_SELF).ru_maxrss

    def written(of) -> tuple[bytes, float]:
        with tempfile.SpooledTemporaryFile(2**24) as out:
            start = time.perf_counter()
            write_pack(of, cast(BinaryIO, out), everything=True)
            took = time.perf_counter() - start
            out.seek(0)
            return out.read(), took

    data, writing = written(account)
    other = Account.objects.create_user("unpacked", password="kelp-and-fog")
    start = time.perf_counter()
    read_pack(other, Packs(io.BytesIO(data)))
    reading = time.perf_counter() - start
    grown = (resource.getrusage(resource.RUSAGE_SELF).ru_maxrss - held) / 1024
    assert SheetStroke.objects.filter(account=other).count() == PACKED_SHEETS * STROKES
    assert written(other)[0] == data
    return {"pack_everything_s": max(writing, reading), "pack_everything_mb": grown}


def figures(case) -> dict[str, float]:
    """All of them; `case` is a journey with the brushes that `script/bench` opens."""
    account = with_much("much", BRUSHES, CHECKPOINTS)
    return {
        "keep_ms": keep_ms(),
        "changes_empty_ms": changes_empty_ms(account),
        **sync_first(case, account),
        "waiting_stroke_ms": waiting_stroke_ms(case, case.made["Rope Ribbon"]),
        **pack_everything(case),
    }
