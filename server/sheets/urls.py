"""Addresses of sheets."""

from django.urls import path, register_converter

from . import views
from .forms import FORMS


class FormConverter:
    """A kind of file that a sheet is written as."""

    regex = "|".join(FORMS)

    def to_python(self, value):
        """As it stands."""
        return value

    to_url = to_python


register_converter(FormConverter, "form")

urlpatterns = [
    path("sheets", views.SheetsView.as_view(), name="sheets"),
    path("sheets/<uuid:sheet_id>.<form:form>", views.SheetFileView.as_view(), name="sheet-file"),
    path("sheets/<uuid:sheet_id>/inkml", views.SheetInkMLView.as_view(), name="sheet-inkml"),
    path("underlays", views.UnderlaysView.as_view(), name="underlays"),
    path("sheet-schema", views.SheetSchemaView.as_view(), name="sheet-schema"),
]
