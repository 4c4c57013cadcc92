"""Doors: what a page may do, how often one may try, and what is let go of."""

import re
from datetime import timedelta
from pathlib import Path
from tempfile import TemporaryDirectory

from axes.models import AccessAttempt, AccessLog
from django.core.cache import cache
from django.core.management import call_command
from django.test import TestCase, override_settings
from django.utils import timezone
from proofs.models import ProofStroke
from rolls.models import Brush

from accounts.actions.open_account import open_account
from accounts.models import Account


class DoorTests(TestCase):
    def setUp(self):
        cache.clear()
        self.account = Account.objects.create_user("maren", password="slate-and-rope")

    def enter(self, password, name="maren"):
        return self.client.post("/api/session", {"username": name, "password": password}, "application/json")

    def test_every_answer_says_what_a_page_may_do(self):
        for path in ("/api/session", "/", "/api/docs", "/notices.txt"):
            answer = self.client.get(path)
            policy = answer["Content-Security-Policy"]
            self.assertIn("script-src 'self' 'wasm-unsafe-eval'", policy, path)
            self.assertIn("frame-ancestors 'none'", policy, path)
            self.assertEqual(answer["X-Frame-Options"], "DENY", path)
            self.assertEqual(answer["X-Content-Type-Options"], "nosniff", path)
            self.assertIn("camera=(self)", answer["Permissions-Policy"], path)
            self.assertNotIn("Access-Control-Allow-Origin", answer, path)

    def test_every_answer_tells_the_build_and_a_page_is_always_asked_for_anew(self):
        build = self.client.get("/api/session")["Hollowmist-Build"]
        self.assertRegex(build, "^[0-9a-f]{16}$")
        with TemporaryDirectory() as folder, override_settings(WEB=Path(folder)):
            (Path(folder) / "index.html").write_text("<p>another</p>")
            self.assertNotEqual(self.client.get("/api/session")["Hollowmist-Build"], build)
        page = self.client.get("/")
        self.assertIn("max-age=0", page["Cache-Control"])
        script = re.search(r'src="(/assets/[^"]+)"', b"".join(page).decode())[1]
        self.assertIn("immutable", self.client.get(script)["Cache-Control"])

    def test_fifty_wrong_passwords_are_slowed_down(self):
        answers = [self.enter(f"wrong-{i}").status_code for i in range(50)]
        self.assertEqual(answers[:9], [400] * 9)
        self.assertEqual(set(answers[10:]), {429})
        locked = self.enter("slate-and-rope")
        self.assertEqual(locked.status_code, 429)
        self.assertIn("too many", locked.json()["detail"])
        self.assertEqual(int(locked["Retry-After"]), 300)
        # Somebody else's name is not locked with it.
        Account.objects.create_user("tove", password="gull-and-kelp")
        self.assertEqual(self.enter("gull-and-kelp", "tove").status_code, 200)

    def test_accounts_are_not_opened_by_the_hundred(self):
        codes = [
            self.client.post(
                "/api/accounts", {"username": f"n{i}", "password": "short"}, "application/json"
            ).status_code
            for i in range(25)
        ]
        self.assertEqual(codes[-1], 429)

    def test_401_is_told_apart_from_403(self):
        self.assertEqual(self.client.get("/api/rolls").status_code, 401)
        strict = self.client_class(enforce_csrf_checks=True)
        strict.force_login(self.account)
        self.assertEqual(strict.post("/api/acts", {}, "application/json").status_code, 403)

    def test_what_is_long_deleted_is_let_go_of(self):
        open_account("tove", "gull-and-kelp-and-slate")
        long_ago = timezone.now() - timedelta(days=31)
        brush = Brush.objects.first()
        stroke = {"account": self.account, "kind": 0, "seed": 1, "samples": b"", "drawn_at": 1}
        kept = ProofStroke.objects.create(**stroke, deleted_at=timezone.now())
        ProofStroke.objects.create(**stroke, deleted_at=long_ago)
        call_command("purge")
        self.assertEqual(ProofStroke.objects.get(), kept)
        self.assertTrue(Brush.objects.filter(pk=brush.pk).exists())
        Brush.objects.update(deleted_at=long_ago)
        call_command("purge")
        self.assertFalse(Brush.objects.exists())

    def test_who_tried_to_sign_in_is_forgotten_after_a_day(self):
        self.enter("not-this")
        call_command("purge")
        self.assertEqual(AccessAttempt.objects.count(), 1)
        AccessAttempt.objects.update(attempt_time=timezone.now() - timedelta(days=2))
        call_command("purge")
        self.assertFalse(AccessAttempt.objects.exists())
        self.enter("slate-and-rope")
        self.assertFalse(AccessLog.objects.exists())
