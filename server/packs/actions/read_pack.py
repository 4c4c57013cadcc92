"""Read packs into an account: all in one transaction, nothing twice, each thing by the act that keeps it."""

from collections.abc import Iterable

from acts.registry import KINDS
from django.db import transaction
from hollowmist_core.formats.pack import Pack, Packs
from rolls.models import Roll
from sources.actions.pictures import touch
from tasks.registry import Tell

from .reading import Reading, Report


class _LookedOnly(Exception):
    """Ends a look: nothing of it stays."""


def read_pack(
    account,
    packs: Packs | list[Pack],
    wanted: Iterable[str] | None = None,
    copies: bool = False,
    look: bool = False,
    into: Roll | None = None,
    tell: Tell = lambda share: None,
) -> Report:
    """Read packs into an account, in one transaction.

    Parameters
    ----------
    packs : iterable of Pack
        In their order: what one needs lies in it or in one before.
    wanted : iterable of str, optional
        Ids of the brushes that are wanted; without it everything comes in, lanes, recipes and sheets too.
    copies : bool
        Whether brushes and sheets that are there and are others by now come in as copies; else they stay as they are.
    look : bool
        Only tell what would come of it: nothing stays.
    into : Roll, optional
        A roll that all brushes come into; neither rolls, lanes, recipes nor sheets do then.
    tell : callable, optional
        Hears what share is done; whatever it raises ends the reading, with nothing left of it.

    Returns
    -------
    Report

    Raises
    ------
    hollowmist_core.formats.pack.PackError
        Nothing of it can be read.
    """
    reading = Reading(account, copies, None if wanted is None else set(wanted), into and into.pk, tell, look)
    try:
        with transaction.atomic():
            for number, pack in enumerate(packs):
                reading.begin(pack, number, len(packs))
                for kind in KINDS.values():
                    kind.packing.read(reading)
            reading.note_ids()
            touch(reading.kept)
            if look:
                raise _LookedOnly
    except _LookedOnly:
        pass
    return reading.end()
