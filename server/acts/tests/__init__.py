"""Tests of the carrier's endpoint, and how other tests send acts as a device does."""

import uuid


def send(client, account, *acts):
    """Send acts, each (kind, thing, body) or (kind, thing, body, base); returns the response."""
    made = [
        {"id": str(uuid.uuid4()), "kind": kind, "thing": str(thing), "body": body, "base": base[0] if base else 0}
        for kind, thing, body, *base in acts
    ]
    return client.post("/api/acts", {"account": account.pk, "acts": made}, content_type="application/json")


def act(client, account, kind, thing, body=None, base=0):
    """Send one act; returns its answer."""
    return send(client, account, (kind, thing, body or {}, base)).json()["answers"][0]


def keep_brush(client, account, brush, base=None, **changed):
    """Keep a brush that is there with other settings, or another name, note, roll or place; returns the answer.

    `base` is the revision that this is made from; without it that which stands.
    """
    brush.refresh_from_db()
    body = {"roll": str(brush.roll_id), "name": brush.name, "note": brush.note, "place": brush.place}
    body |= {name: changed.pop(name) for name in list(changed) if name in body}
    body["document"] = brush.document | changed
    return act(client, account, "keepBrush", brush.pk, body, brush.revision if base is None else base)
