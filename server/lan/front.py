"""The configuration of nginx, which stands before the server's processes."""

import getpass
import os
from dataclasses import dataclass
from pathlib import Path
from string import Template

from hollowmist.bounds import ENVELOPE
from hollowmist.settings import MOST_PACKS, ROOT
from hollowmist_core.formats import inkml, ora, picture

MOST_BYTES = max(inkml.MOST_BYTES, ora.MOST_BYTES, picture.MOST_BYTES)
"""Of anything but a pack."""


SERVER = """  server {
    listen @listen;
@tls    location / { proxy_pass @behind; }
    # Whoever is not signed in is told so before anything so large is taken in.
    location = /api/packs {
      auth_request /signed-in;
      client_max_body_size @most_packs;
      proxy_pass @behind;
    }
    location = /signed-in {
      internal;
      client_max_body_size 0;
      proxy_pass @behind/api/room;
      proxy_pass_request_body off;
      proxy_set_header Content-Length "";
    }
  }
"""


class _Front(Template):
    delimiter = "@"


@dataclass(frozen=True)
class Door:
    """An address that people come to, and the process behind it.

    Attributes
    ----------
    listen : str
        Address and port, such as ``127.0.0.1:8420``.
    behind : int
        Port of the process on this machine.
    pair : tuple of Path, optional
        Certificate and key, PEM, where people come by TLS.
    """

    listen: str
    behind: int
    pair: tuple[Path, Path] | None = None

    def __str__(self):
        tls = ""
        if self.pair:
            tls = "    ssl_certificate {};\n    ssl_certificate_key {};\n".format(*self.pair)
        listen = f"{self.listen} ssl http2" if self.pair else self.listen
        behind, most = f"http://127.0.0.1:{self.behind}", MOST_PACKS + ENVELOPE
        return _Front(SERVER).substitute(listen=listen, tls=tls, behind=behind, most_packs=most)


def write_front(folder: Path, doors: list[Door]) -> Path:
    """Write the configuration for some doors into a folder, which nginx then works in; returns its path."""
    folder = folder.resolve()
    folder.mkdir(parents=True, exist_ok=True)
    # Started by root it would work as somebody who may not come to the folder.
    user = f"user {getpass.getuser()};" if os.geteuid() == 0 else ""
    values = {"user": user, "folder": folder, "most_bytes": MOST_BYTES + 2**20, "servers": "".join(map(str, doors))}
    path = folder / "nginx.conf"
    path.write_text(_Front((ROOT / "deploy" / "nginx.conf").read_text()).substitute(values))
    return path
