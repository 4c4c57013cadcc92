"""Lots looked into and borrowed, as long work: the shelf is another's, and a lot may hold a thousand brushes."""

from packs.serializers import ReportSerializer
from rest_framework.exceptions import APIException
from tasks.registry import Made, Tell, register

from .actions.borrow import borrow


def take(account, arguments: dict, given, tell: Tell) -> Made:
    """Borrow a lot, or look into it; what is told of it is the report."""
    lot, digest, brush = arguments["lot"], arguments["sha256"], arguments["brush"]
    report = borrow(account, lot, digest, brush, look=arguments["look"], tell=tell)
    return Made(about=ReportSerializer(report).data)


def says(error: Exception) -> str | None:
    """What is said of the shelf where it fails."""
    return str(error.detail) if isinstance(error, APIException) else None


register("borrow", take, says)
