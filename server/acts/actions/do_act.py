"""Do an act, exactly once."""

import logging

from accounts.numbers import lock
from django.db import OperationalError, transaction
from hollowmist.errors import said_of
from hollowmist.refusal import Gone, Refused, Stale
from rest_framework.exceptions import ValidationError

from ..models import DoneAct
from .perform import Wish, perform

log = logging.getLogger(__name__)

WAITED_FOR_EACH_OTHER = {1205, 1213}
"""MariaDB's codes of a transaction that gave way to another: it was undone whole, and can be done again at once."""

TRIES = 4


def first_sentence(detail) -> str:
    """What is wrong with a body, in one sentence, with the field it is about."""
    if isinstance(detail, dict):
        field, first = next(iter(detail.items()))
        said = first_sentence(first)
        return said if field in ("detail", "non_field_errors") or said.startswith(f"{field}:") else f"{field}: {said}"
    return first_sentence(detail[0]) if isinstance(detail, list) else str(detail)


def _answer(account, act: dict) -> dict:
    """Do it, and say how it went; what it changed is undone where it was not done."""
    try:
        return {"answer": "done", **perform(account, act["kind"], Wish(act["thing"], act["body"], act["base"]))}
    except Stale as stale:
        return {"answer": "stale", "theirs": stale.theirs}
    except Gone as gone:
        return {"answer": "gone", "lost": [{**one._asdict(), "thing": str(one.thing)} for one in gone.lost]}
    except Refused as refused:
        return {"answer": "refused", "detail": str(refused)}
    except ValidationError as wrong:
        return {"answer": "refused", "detail": first_sentence(wrong.detail)}
    except ValueError as error:
        # Errors of the core have a sentence; any other is a fault of ours, and none of the act's.
        if said_of(error) is None:
            raise
        return {"answer": "refused", "detail": said_of(error)}


def do_act(account, act: dict) -> dict:
    """Do one act in one transaction that remembers it; one that was done is answered as it was, and does nothing.

    Parameters
    ----------
    act : dict
        As `serializers.ActSerializer` reads it.

    Returns
    -------
    dict
        `answer`: "done", maybe with the `revision` that now stands; "stale" with `theirs`, the row that does; "gone"
        with all that was `lost`, each {table, thing, row}; or "refused" with a `detail` that says why.
    """
    tries = 1
    while True:
        try:
            return _do_once(account, act)
        except OperationalError as error:
            if error.args[0] not in WAITED_FOR_EACH_OTHER or tries == TRIES:
                raise
            log.info("act %s is tried again: %s", act["id"], error)
            tries += 1


def _do_once(account, act: dict) -> dict:
    act_id = act["id"]
    with transaction.atomic():
        lock(account)
        known = DoneAct.objects.filter(pk=act_id).first()
        if known is not None and known.account_id == account.pk:
            return known.answer
        if known is not None:
            return {"answer": "refused", "detail": "This act was done by another account; it is none of yours."}
        answer = _answer(account, act)
        # Of one that was not done nothing is there: where its answer was lost, it may be done by now.
        if answer["answer"] == "done":
            DoneAct.objects.create(pk=act_id, account=account, answer=answer)
        return answer
