"""Sheets written as files, as long work."""

from django.utils.text import slugify
from hollowmist_core.formats import FileWish
from tasks.registry import Made, Tell, register

from .actions.piece import write_sheet
from .forms import FORMS
from .models import Sheet


def write_file(account, arguments: dict, given, tell: Tell) -> Made:
    """Write a sheet as a file; what is told of it is what was left out, as a sentence."""
    sheet = Sheet.objects.get(account=account, deleted_at=None, pk=arguments["sheet"])
    form = arguments["form"]
    data, missing = write_sheet(sheet, form, arguments["dpi"], FileWish(**arguments["wish"]), tell)
    about = {"left_out": "; ".join(missing[:5])}
    return Made(data, f"{slugify(sheet.name) or 'sheet'}.{form}", FORMS[form].media_type, about)


def not_written(error: Exception) -> str | None:
    """What is said of a file that cannot be written."""
    if isinstance(error, Sheet.DoesNotExist):
        return "The file was not written: the sheet was deleted meanwhile."
    return f"The file was not written: {error}." if isinstance(error, ValueError | LookupError) else None


register("sheet file", write_file, not_written)
