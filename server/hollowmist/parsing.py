"""JSON that is sent to us: none of it ends the server, however it is nested."""

from rest_framework.exceptions import ParseError
from rest_framework.parsers import JSONParser


class PlainJSON(JSONParser):
    """REST framework's, which answers 400 to what is nested too deeply to be read."""

    def parse(self, stream, media_type=None, parser_context=None):
        """What was sent, as Python has it."""
        try:
            return super().parse(stream, media_type, parser_context)
        except RecursionError:
            raise ParseError("This JSON is nested too deeply to be read; nothing of ours is.") from None
