"""What is lent."""

import uuid

from accounts.models import Account
from django.db import models
from rolls.models import Roll


class Loan(models.Model):
    """A roll that an account lends, and the key to its lot on the shelf.

    Attributes
    ----------
    number : int
        The account's number when it was last sent: what is later was changed since.
    lent_at : datetime or None
        When the shelf last took it; none where it has not answered yet.
    """

    lot = models.UUIDField(primary_key=True, default=uuid.uuid4)
    account = models.ForeignKey(Account, models.CASCADE, related_name="loans")
    roll = models.OneToOneField(Roll, models.CASCADE, related_name="loan")
    key = models.CharField(max_length=64)
    number = models.BigIntegerField(default=0)
    lent_at = models.DateTimeField(null=True)
