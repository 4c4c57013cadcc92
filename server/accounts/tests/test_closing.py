"""Closing an account: all that is its own goes, and nothing of anybody else's."""

from unittest import mock

from acts.registry import KINDS
from acts.tests.worlds import World
from django.apps import apps
from django.core.cache import cache
from django.test import Client, TestCase
from lending.models import Loan
from lending.shelf import ShelfAway
from rolls.models import Roll

from accounts.models import Account

PASSWORD = "slate-and-rope"


class ClosingTests(TestCase):
    def setUp(self):
        cache.clear()
        self.account, self.client = self.full("maren")
        self.other, self.others_client = self.full("tove")

    def full(self, name):
        """An account with a thing of every kind."""
        account, client = Account.objects.create_user(name, password=PASSWORD), Client()
        client.post("/api/session", {"username": name, "password": PASSWORD}, "application/json")
        World(client, account).fill()
        return account, client

    def close(self, password=PASSWORD):
        return self.client.post("/api/accounts/closing", {"password": password}, "application/json")

    def rows(self, account):
        """How many rows of any table are an account's."""
        count = 0
        for model in apps.get_models():
            names = [one.name for one in model._meta.concrete_fields if one.related_model is Account]
            count += sum(model.objects.filter(**{name: account.pk}).count() for name in names)
        return count

    def test_all_of_it_goes_and_nothing_of_another_s(self):
        theirs = self.rows(self.other)
        self.assertGreater(self.rows(self.account), len(KINDS))
        self.assertIsNone(self.close().json()["account"])
        self.assertEqual(self.rows(self.account), 0)
        self.assertFalse(Account.objects.filter(username="maren").exists())
        self.assertEqual(self.rows(self.other), theirs)
        self.assertEqual(self.client.get("/api/rolls").status_code, 401)
        self.assertEqual(self.others_client.get("/api/rolls").status_code, 200)
        # The name is free again.
        again = {"username": "maren", "password": "kelp-and-lantern"}
        self.assertEqual(Client().post("/api/accounts", again, "application/json").status_code, 200)

    def test_a_wrong_password_deletes_nothing(self):
        before = self.rows(self.account)
        answer = self.close("guess")
        self.assertEqual(answer.status_code, 400)
        self.assertIn("Nothing was deleted", str(answer.json()))
        self.assertEqual(self.rows(self.account), before)

    def test_what_is_lent_is_taken_back_first_and_where_that_cannot_be_nothing_is_deleted(self):
        roll = Roll.objects.filter(account=self.account).first()
        Loan.objects.create(account=self.account, roll=roll, key="k")
        before = self.rows(self.account)
        with mock.patch("lending.shelf.take_back", side_effect=ShelfAway):
            self.assertEqual(self.close().status_code, ShelfAway.status_code)
        self.assertEqual(self.rows(self.account), before)
        with mock.patch("lending.shelf.take_back") as taken:
            self.assertEqual(self.close().status_code, 200)
        taken.assert_called_once()
