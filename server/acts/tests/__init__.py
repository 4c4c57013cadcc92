"""Tests of the carrier's endpoint, and how other tests send acts as a device does."""

import uuid


def send(client, account, *acts):
    """Send acts, each (kind, thing, body); returns the response."""
    made = [{"id": str(uuid.uuid4()), "kind": kind, "thing": str(thing), "body": body} for kind, thing, body in acts]
    return client.post("/api/acts", {"account": account.pk, "acts": made}, content_type="application/json")


def act(client, account, kind, thing, body=None):
    """Send one act; returns its answer."""
    return send(client, account, (kind, thing, body or {})).json()["answers"][0]
