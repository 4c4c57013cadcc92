"""The page, on plain HTTP, that hands the authority to a tablet: a WSGI application of its own that does no more."""

import os
from html import escape
from pathlib import Path

from .authority import fingerprint

FILE = "/hollowmist-authority.crt"

PAGE = """<!doctype html>
<html lang="en">
<meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1">
<title>Hollowmist for this tablet</title>
<style>
  body {{ max-width: 36rem; margin: 0 auto; padding: 24px; background: #e6ebe8; color: #1e2a2d;
    font: 18px/1.45 "Atkinson Hyperlegible", sans-serif; }}
  h1 {{ font-size: 26px; }}
  li {{ margin: 20px 0; }}
  a.tap {{ display: block; margin: 10px 0; padding: 16px; border-radius: 8px; background: #2f6f62; color: #fbfaf5;
    text-align: center; text-decoration: none; }}
  code {{ display: block; margin: 8px 0; font: 15px/1.6 monospace; overflow-wrap: anywhere; }}
  svg {{ display: block; width: 100%; max-width: 320px; margin: 8px 0; }}
</style>
<h1>Once for this tablet</h1>
<p>Hollowmist runs on a computer in your own network. So that nobody can listen between it and your tablet, the tablet
must know that computer's own authority. It stays with this one computer and can vouch for nothing else.</p>
<ol>
<li>Take the authority. The tablet asks whether it may keep it: allow it.
<svg viewBox="0 0 320 90" role="img" aria-label="A paper with a seal moves from the computer to the tablet">
  <g fill="none" stroke="#1e2a2d" stroke-width="3"><rect x="10" y="16" width="86" height="56" rx="4"/>
  <path d="M4 78h98"/><rect x="236" y="6" width="60" height="80" rx="8"/><path d="M120 46h80m-14-10 14 10-14 10"/></g>
  <rect x="142" y="22" width="26" height="34" fill="#fbfaf5" stroke="#1e2a2d" stroke-width="2"/>
  <circle cx="155" cy="46" r="6" fill="#a34822"/></svg>
<a class="tap" href="{file}">Take the authority</a></li>
<li>See that it is ours: the computer showed these pairs beside its code, and the tablet shows them as the certificate's
SHA-256 fingerprint.<code>{pairs}</code></li>
<li>Trust it: in the tablet's settings, look for <em>certificate</em>. Where it is listed as a profile, install it there
and switch it on under certificate trust; elsewhere install the downloaded file as a <em>CA certificate</em>.
<svg viewBox="0 0 320 70" role="img" aria-label="A switch beside the authority's name is turned on">
  <rect x="10" y="14" width="300" height="42" rx="6" fill="#fbfaf5" stroke="#1e2a2d" stroke-width="2"/>
  <text x="24" y="41" font-size="16" fill="#1e2a2d">Hollowmist</text>
  <rect x="256" y="24" width="42" height="22" rx="11" fill="#2f6f62"/>
  <circle cx="287" cy="35" r="8" fill="#fbfaf5"/></svg>
</li>
<li>Then open Hollowmist, and keep its address on the home screen.
<a class="tap" href="{address}">{address}</a></li>
</ol>
"""


def application(environ, start_response):
    """Hand out the page and the authority's certificate, to the hosts that are named."""
    hosts = os.environ["HOLLOWMIST_HOSTS"].split(",")
    host = environ.get("HTTP_HOST", "").rsplit(":", 1)[0].strip("[]")
    if host not in hosts or environ["REQUEST_METHOD"] not in ("GET", "HEAD"):
        start_response("400 Bad Request", [("Content-Type", "text/plain; charset=utf-8")])
        return [b"This is not an address of this Hollowmist.\n"]
    if environ["PATH_INFO"] == FILE:
        data = (Path(os.environ["HOLLOWMIST_AUTHORITY"]) / "authority.pem").read_bytes()
        start_response("200 OK", [("Content-Type", "application/x-x509-ca-cert"), ("Content-Length", str(len(data)))])
        return [data]
    pairs = fingerprint(Path(os.environ["HOLLOWMIST_AUTHORITY"])).replace(":", " ")
    page = PAGE.format(file=FILE, address=escape(os.environ["HOLLOWMIST_ADDRESS"]), pairs=pairs).encode()
    start_response("200 OK", [("Content-Type", "text/html; charset=utf-8"), ("Cache-Control", "no-store")])
    return [page]
