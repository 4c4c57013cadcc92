"""Lots looked into and borrowed, as long work: the shelf is another's, and a lot may hold a thousand brushes."""

from packs.serializers import ReportSerializer
from rest_framework.exceptions import APIException
from tasks.registry import Made, Tell, register

from .actions.borrow import borrow


def take(account, told: dict, given, tell: Tell) -> Made:
    """Borrow a lot, or look into it; what is told of it is the report."""
    report = borrow(account, told["lot"], told["sha256"], told["brush"], look=told["look"], tell=tell)
    return Made(about=ReportSerializer(report).data)


def says(error: Exception) -> str | None:
    """What is said of the shelf where it fails."""
    return str(error.detail) if isinstance(error, APIException) else None


register("borrow", take, says)
