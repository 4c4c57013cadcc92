"""Packs written and read, as long work."""

import tempfile
from typing import BinaryIO, cast

from django.utils.text import slugify
from hollowmist.bounds import IN_MEMORY
from hollowmist_core.formats.pack import MEDIA_TYPE, SUFFIX, Packs
from rolls.models import Brush, Roll
from sheets.models import Sheet
from tasks.registry import Made, Tell, register

from .actions.read_pack import read_pack
from .actions.write_pack import write_pack
from .serializers import ReportSerializer


def _name_of(account, arguments: dict) -> str:
    """What the file is called: after the roll, the brush or the sheet in it, where it is one."""
    if arguments["everything"]:
        return f"{account.username}-everything"
    rolls = Roll.objects.filter(account=account, pk__in=arguments["roll"])
    brushes = Brush.objects.of(account).filter(pk__in=arguments["brush"])
    sheets = Sheet.objects.filter(account=account, pk__in=arguments["sheet"])
    names = [name for found in (rolls, brushes, sheets) for name in found.values_list("name", flat=True)]
    return names[0] if len(names) == 1 else "brushes"


def write(account, arguments: dict, given, tell: Tell) -> Made:
    """Write a pack of rolls, of single brushes and sheets, or of everything."""
    out = cast(BinaryIO, tempfile.SpooledTemporaryFile(IN_MEMORY))  # noqa: SIM115
    every = arguments["everything"]
    chosen = {"rolls": arguments["roll"], "brushes": arguments["brush"], "sheets": arguments["sheet"]}
    write_pack(account, out, everything=every, originals=arguments["originals"], tell=tell, **chosen)
    out.seek(0)
    return Made(out, f"{slugify(_name_of(account, arguments)) or 'pack'}{SUFFIX}", MEDIA_TYPE)


def read(account, arguments: dict, given, tell: Tell) -> Made:
    """Read a pack, or look into it; what is told of it is the report."""
    report = read_pack(account, Packs(given), arguments["brush"], arguments["copies"], arguments["look"], tell=tell)
    return Made(about=ReportSerializer(report).data)


register("write pack", write)
register("read pack", read)
