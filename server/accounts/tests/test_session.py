"""Signing in, signing out, opening an account."""

import uuid

from acts.tests import act
from django.core.cache import cache
from django.test import Client, TestCase
from rolls.models import Brush

from accounts.models import Account


class SessionTests(TestCase):
    def setUp(self):
        cache.clear()
        self.account = Account.objects.create_user("maren", password="slate-and-rope")

    def post(self, path, **body):
        return self.client.post(path, body, content_type="application/json")

    def test_sign_in_and_out(self):
        self.assertIsNone(self.client.get("/api/session").json()["account"])
        answer = self.post("/api/session", username="maren", password="slate-and-rope")
        self.assertEqual(answer.json()["account"]["username"], "maren")
        self.assertEqual(self.client.get("/api/rolls").status_code, 200)
        self.client.delete("/api/session")
        self.assertEqual(self.client.get("/api/rolls").status_code, 401)

    def test_a_wrong_password_says_what_to_do(self):
        answer = self.post("/api/session", username="maren", password="guess")
        self.assertEqual(answer.status_code, 400)
        self.assertIn("try again", str(answer.json()))

    def test_a_new_account_starts_with_a_roll_and_two_brushes(self):
        answer = self.post("/api/accounts", username="tove", password="gull-and-kelp")
        self.assertEqual(answer.status_code, 200)
        self.assertEqual(Brush.objects.filter(roll__account__username="tove").count(), 2)

    def test_taken_names_and_weak_passwords_are_refused_by_field(self):
        self.assertIn("taken", str(self.post("/api/accounts", username="maren", password="gull-and-kelp").json()))
        weak = self.post("/api/accounts", username="tove", password="12345")
        self.assertIn("password", weak.json())
        self.assertFalse(Account.objects.filter(username="tove").exists())

    def put(self, **body):
        return self.client.put("/api/password", body, content_type="application/json")

    def test_another_password_keeps_this_device_signed_in_and_no_other(self):
        elsewhere = Client()
        for one in (self.client, elsewhere):
            one.post("/api/session", {"username": "maren", "password": "slate-and-rope"}, "application/json")
        wrong = self.put(before="guess", password="kelp-and-lantern")
        self.assertIn("not your password", str(wrong.json()["before"]))
        for weak in ("12345", "slate-and-rope"):
            self.assertEqual(self.put(before="slate-and-rope", password=weak).status_code, 400)
        self.assertEqual(self.put(before="slate-and-rope", password="kelp-and-lantern").status_code, 200)
        self.assertEqual(self.client.get("/api/rolls").status_code, 200)
        self.assertEqual(elsewhere.get("/api/rolls").status_code, 401)
        self.assertEqual(self.post("/api/session", username="maren", password="slate-and-rope").status_code, 400)
        self.assertEqual(self.post("/api/session", username="maren", password="kelp-and-lantern").status_code, 200)

    def test_wrong_passwords_at_the_inner_doors_are_counted_too(self):
        self.client.force_login(self.account)
        said = [self.put(before=f"guess {i}", password="kelp-and-lantern").status_code for i in range(21)]
        self.assertEqual((said[0], said[-1]), (400, 429))

    def test_theme_and_hand_are_kept(self):
        self.client.force_login(self.account)
        wish = {"theme": "lamp", "hand": "left"}
        self.assertEqual(act(self.client, self.account, "prefer", uuid.uuid4(), wish)["answer"], "done")
        self.account.refresh_from_db()
        self.assertEqual((self.account.theme, self.account.hand), ("lamp", "left"))
        refused = act(self.client, self.account, "prefer", uuid.uuid4(), {"theme": "neon"})
        self.assertIn("neon", refused["detail"])
        act(self.client, self.account, "prefer", uuid.uuid4(), {"hand": "right"})
        self.account.refresh_from_db()
        self.assertEqual((self.account.theme, self.account.hand), ("lamp", "right"))

    def test_how_brushes_show_is_kept_and_checked(self):
        self.client.force_login(self.account)
        wish = {"pockets": {"lane": "word", "size": 30.0, "ink": "#24506e"}}
        self.assertEqual(act(self.client, self.account, "prefer", uuid.uuid4(), wish)["answer"], "done")
        self.assertEqual(self.client.get("/api/session").json()["account"]["pockets"], wish["pockets"])
        for wrong in ({"ink": "blue"}, {"size": 0.1}, {"size": "nan"}, {"lane": "x" * 41}, "word"):
            refused = act(self.client, self.account, "prefer", uuid.uuid4(), {"pockets": wrong})
            self.assertEqual(refused["answer"], "refused", wrong)

    def test_a_change_without_the_csrf_token_is_refused(self):
        client = Client(enforce_csrf_checks=True)
        client.force_login(self.account)
        answer = client.post("/api/acts", {}, content_type="application/json")
        self.assertEqual(answer.status_code, 403)
