"""What tests of sources have in common."""

import hashlib
import io
import uuid

import numpy as np
from accounts.models import Account
from acts.tests import act
from django.test import TestCase
from PIL import Image

from sources.actions.make_source import make_source
from sources.models import Source


def digest_of(data: bytes) -> str:
    return hashlib.sha256(data).hexdigest()


DOTS = {"start": {"kind": "dots", "side": 64}}


STATE = {"name": "Dots", "makes": "grain", "recipe": DOTS}


class SourceTests(TestCase):
    def setUp(self):
        self.account = Account.objects.create_user("maren", password="slate-and-rope")
        self.other = Account.objects.create_user("tove", password="gull-and-kelp")
        self.client.force_login(self.account)

    def bring(self, data, digest=None, account=None):
        """Bring a picture's bytes as a device of an account does; returns the response and their digest."""
        digest = digest or digest_of(data)
        path = f"/api/pictures/{digest}?account={(account or self.account).pk}"
        return self.client.put(path, data, "application/octet-stream"), digest

    def send(self, data, name="a.png", **more):
        """Have a file made a source by the server; returns the act's answer and the source, if there is one."""
        answer, digest = self.bring(data)
        self.assertEqual(answer.status_code, 204, answer.content)
        key = uuid.uuid4()
        answer = act(self.client, self.account, "takeIn", key, {"name": name, "original": digest, **more})
        return answer, Source.objects.filter(pk=key).first()

    def act(self, kind, source, body=None, base=0):
        return act(self.client, self.account, kind, getattr(source, "pk", source), body, base)

    def make(self, name="Dots", makes="grain", recipe=None, account=None):
        return make_source(account or self.account, name, makes, recipe or DOTS)

    def keep(self, source, base=1, **changes):
        body = self.client.get(f"/api/sources/{source.pk}").json()
        state = {key: body[key] for key in ("name", "note", "makes", "recipe")}
        return self.act("keepSource", source, {**state, **changes}, base)

    def ink(self, digest):
        answer = self.client.get(f"/api/pictures/{digest}")
        self.assertEqual(answer.status_code, 200)
        return 255 - np.asarray(Image.open(io.BytesIO(answer.content)))
