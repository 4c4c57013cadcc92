"""What changes an account itself: how a person likes their room."""

from accounts.actions.prefer import prefer
from accounts.serializers import WishSerializer

from .registry import ACTS, Act

ACTS["prefer"] = (None, Act(WishSerializer, lambda account, _, __, body: prefer(account, **body), "change"))
