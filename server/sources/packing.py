"""Sources and recipes in packs."""

import uuid
from contextlib import suppress
from typing import Any

from acts.actions.perform import Wish
from acts.packing import Reading, Writing
from django.db.models import Q
from hollowmist_core.documents.recipe import pictures_of, read, read_steps
from hollowmist_core.formats.pack import PackError, SourceEntry

from .actions.pictures import ink_of, pixels_of
from .models import KeptRecipe, Source


def write_sources(writing: Writing) -> None:
    """Write an account's sources, and those that ship where a brush has one; what they began with on wish."""
    own = Q(account=writing.account) if writing.everything else Q()
    wanted = Source.objects.seen_by(writing.account).filter(own | Q(pk__in=writing.chosen["sources"]), deleted_at=None)
    for one in writing.in_order(wanted.defer("note"), "name"):
        began = {"original": one.original_id, "working": one.working_id} if writing.originals else {}
        entry = {"id": writing.id(one.pk), "name": one.name, "note": one.note, "makes": one.makes, "recipe": one.recipe}
        entry |= {"picture": one.picture_id, "shipped": one.account_id is None, **began}
        writing.put("sources", entry, {}, [one.picture_id, *began.values(), *pictures_of(one.recipe)])


def read_sources(reading: Reading) -> None:
    """Take in sources; those that ship here too are those."""
    entries = reading.pack.manifest.sources
    shipped = _shipped_here(entries)
    for one, here in shipped.values():
        reading.here["sources"][one.id] = here.pk
        reading.alike[one.picture] = here.picture_id
    others = [one for one in entries if one.id not in shipped]
    existing = reading.existing("sources", reading.own_ids("sources", [one.id for one in others]))
    for one in reading.each(entries):
        if one.id not in shipped:
            with reading.attempt("source", one):
                _read_source(reading, one, existing)


def _shipped_here(entries: list[SourceEntry]) -> dict[uuid.UUID, tuple[SourceEntry, Source]]:
    """Entries that are sources which ship here, by their ids.

    Another machine may ink the same recipe a grey level apart: it is the same source.
    """
    wanted = [one for one in entries if one.shipped]
    rows = list(Source.objects.filter(account=None)) if wanted else []
    by_picture = {one.picture_id: one for one in rows}
    by_name = {(one.name, one.makes): one for one in rows}
    found = {}
    for one in wanted:
        alike = by_name.get((one.name, one.makes))
        here = by_picture.get(one.picture) or (alike if alike and alike.recipe == one.recipe else None)
        if here:
            found[one.id] = (one, here)
    return found


def _read_source(reading: Reading, one: SourceEntry, existing: dict) -> None:
    (pk,) = reading.own_ids("sources", [one.id])
    recipe, there = read(one.recipe), existing.get(pk)
    same = there and (there.name, there.makes, there.recipe) == (one.name, one.makes, recipe)
    if there and there.deleted_at and not same:
        pk, there = reading.another_id("sources", one.id), None
    if there and there.deleted_at:
        reading.do("putSourceBack", Wish(pk, {}))
    elif there:
        reading.picture(one.picture, ink_of)
        reading.here["sources"][one.id] = pk
        return reading.note("source", one, "there" if same else "changed")
    else:
        body: dict[str, Any] = {"name": one.name, "note": one.note, "makes": one.makes, "recipe": recipe}
        body |= {"picture": reading.picture(one.picture, ink_of)}
        if one.original:
            body |= {"original": reading.picture(one.original)}
        if one.working:
            body |= {"working": reading.picture(one.working, pixels_of)}
        elif recipe["start"]["kind"] == "picture":
            # Without what it began with it stays as it is: its picture is the beginning.
            body |= {"recipe": {**recipe, "steps": []}, "working": one.picture}
        _pictures(reading, body["recipe"])
        reading.do("keepSource", Wish(pk, body))
    reading.here["sources"][one.id] = pk
    return reading.note("source", one, "in")


def _pictures(reading: Reading, recipe: dict) -> None:
    """Have the pictures that a recipe's steps name; without one of them it stays as it is."""
    for digest in pictures_of(recipe):
        with suppress(PackError):
            reading.picture(digest, ink_of)


def write_recipes(writing: Writing) -> None:
    """Write an account's kept recipes, where everything goes out."""
    if writing.everything:
        for one in writing.in_order(KeptRecipe.objects.filter(account=writing.account, deleted_at=None), "name"):
            entry = {"id": writing.id(one.pk), "name": one.name, "steps": one.steps}
            writing.put("recipes", entry, {}, pictures_of({"steps": one.steps}))


def read_recipes(reading: Reading) -> None:
    """Take in recipes that are not there, where all of a pack is read."""
    entries = reading.pack.manifest.recipes if reading.wanted is None and not reading.into else []
    own = reading.own_ids("recipes", [one.id for one in entries])
    existing = reading.existing("recipes", own)
    for one, pk in zip(reading.each(entries), own, strict=True):
        there = existing.get(pk)
        with reading.attempt("recipe", one):
            if there and there.deleted_at is None:
                reading.note("recipe", one, "there")
                continue
            steps = read_steps(one.steps)
            _pictures(reading, {"steps": steps})
            if there and (there.name, there.steps) == (one.name, steps):
                reading.do("putRecipeBack", Wish(pk, {}))
            else:
                pk = reading.another_id("recipes", one.id) if there else pk
                reading.do("keepRecipe", Wish(pk, {"name": one.name, "steps": steps}))
            reading.note("recipe", one, "in")
