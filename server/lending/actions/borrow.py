"""Borrow from the shelf: brushes of a lot come into the roll *Borrowed*, and stay there."""

import io
from collections.abc import Iterable

from accounts.numbers import lock
from django.db import transaction
from hollowmist_core.formats.pack import Packs
from packs.actions.read_pack import read_pack
from packs.actions.reading import Report
from rolls.actions.keep_roll import keep_roll
from rolls.models import Roll
from tasks.registry import Tell

from .. import shelf

NAME, NOTE = "Borrowed", "From the lending shelf. It stays when its makers take theirs back."


def _roll_of(account) -> Roll:
    """The account's roll for what is borrowed, made when there is none."""
    return account.rolls.filter(name=NAME, deleted_at=None).first() or keep_roll(account, name=NAME, note=NOTE)


def borrow(
    account,
    lot,
    sha256: str,
    wanted: Iterable[str] | None = None,
    look: bool = False,
    tell: Tell = lambda share: None,
) -> Report:
    """Borrow a lot, or some of its brushes, by their ids in its pack.

    Parameters
    ----------
    sha256 : str
        Of the pack that was looked at.
    look : bool
        Only tell what would come of it: nothing stays.
    tell : callable, optional
        Hears what share is done; whatever it raises ends it, with nothing left of it.

    Raises
    ------
    lending.shelf.OtherPack
        Another one lies there by now.
    hollowmist_core.formats.pack.PackError
        It is no sound pack; nothing of it came in.
    """
    packs = Packs(io.BytesIO(shelf.pack(lot, sha256)))
    with transaction.atomic():
        lock(account)
        report = read_pack(account, packs, wanted, look=look, into=_roll_of(account), tell=tell)
        transaction.set_rollback(look)
    return report
