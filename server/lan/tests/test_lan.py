"""The local authority and what hands it out."""

import http.server
import os
import socket
import ssl
import tempfile
import threading
import urllib.request
from contextlib import suppress
from pathlib import Path
from unittest import TestCase, mock

from cryptography import x509
from django.test import SimpleTestCase

from lan.authority import certify, fingerprint
from lan.handing import FILE, application

NAMES = ["hollowmist.local", "192.168.7.20", "localhost"]


class AuthorityTests(TestCase):
    def setUp(self):
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        self.folder = Path(folder.name) / "authority"

    def test_who_has_the_authority_trusts_the_server_under_its_names_and_nobody_else_does(self):
        certificate, key = certify(self.folder, NAMES)
        serving = ssl.SSLContext(ssl.PROTOCOL_TLS_SERVER)
        serving.load_cert_chain(certificate, key)
        server = http.server.HTTPServer(("127.0.0.1", 0), http.server.SimpleHTTPRequestHandler)
        server.socket = serving.wrap_socket(server.socket, server_side=True)
        threading.Thread(target=server.serve_forever, daemon=True).start()
        self.addCleanup(server.server_close)
        self.addCleanup(server.shutdown)
        trusting = ssl.create_default_context(cafile=self.folder / "authority.pem")
        port = server.server_address[1]
        with urllib.request.urlopen(f"https://localhost:{port}/", context=trusting, timeout=20) as answer:
            self.assertEqual(answer.status, 200)
        with self.assertRaisesRegex(OSError, "CERTIFICATE_VERIFY_FAILED"):
            urllib.request.urlopen(f"https://localhost:{port}/", context=ssl.create_default_context(), timeout=20)
        with self.assertRaisesRegex(OSError, "CERTIFICATE_VERIFY_FAILED"):
            urllib.request.urlopen(f"https://127.0.0.1:{port}/", context=trusting, timeout=20)

    def test_it_is_made_once_and_its_certificate_anew_for_other_names(self):
        first = certify(self.folder, NAMES)[0].read_bytes()
        authority = (self.folder / "authority.pem").read_bytes()
        self.assertEqual(certify(self.folder, NAMES)[0].read_bytes(), first)
        other = certify(self.folder, [*NAMES, "10.0.0.4"])[0].read_bytes()
        self.assertNotEqual(other, first)
        self.assertEqual((self.folder / "authority.pem").read_bytes(), authority)
        made = x509.load_pem_x509_certificate(other)
        self.assertLessEqual((made.not_valid_after_utc - made.not_valid_before_utc).days, 400)

    def test_it_can_vouch_for_nobody_else(self):
        """Whoever takes its key cannot stand between a tablet and another server."""
        certify(self.folder, NAMES)
        certificate, key = (self.folder / f"authority{end}" for end in (".pem", "-key.pem"))
        other = Path(self.folder).parent / "other"
        other.mkdir()
        for one in (certificate, key):
            (other / one.name).write_bytes(one.read_bytes())
        with mock.patch("lan.authority._vouches", return_value=True):
            pair = certify(other, ["elsewhere.example", "localhost"])
        serving = ssl.SSLContext(ssl.PROTOCOL_TLS_SERVER)
        serving.load_cert_chain(*pair)
        with socket.create_server(("127.0.0.1", 0)) as server:

            def answer():
                with suppress(ssl.SSLError):
                    serving.wrap_socket(server.accept()[0], server_side=True)

            threading.Thread(target=answer, daemon=True).start()
            trusting = ssl.create_default_context(cafile=certificate)
            with (
                self.assertRaisesRegex(ssl.SSLCertVerificationError, "permitted subtree"),
                socket.create_connection(server.getsockname(), 20) as one,
            ):
                trusting.wrap_socket(one, server_hostname="localhost")

    def test_for_another_name_it_is_made_anew_and_for_the_addresses_of_others_not_at_all(self):
        certify(self.folder, NAMES)
        first = fingerprint(self.folder)
        certify(self.folder, [*NAMES, "172.20.1.9"])
        self.assertEqual(fingerprint(self.folder), first)
        certify(self.folder, ["hut.local", "localhost"])
        self.assertNotEqual(fingerprint(self.folder), first)
        with self.assertRaisesRegex(ValueError, "no address of a local network"):
            certify(self.folder, [*NAMES, "203.0.113.7"])

    def test_a_certificate_that_it_did_not_sign_is_made_anew(self):
        """One of an authority of the same name before it."""
        certify(self.folder, NAMES)
        (self.folder / "authority.pem").unlink()
        before = (self.folder / "server.pem").read_bytes()
        self.assertNotEqual(certify(self.folder, NAMES)[0].read_bytes(), before)

    def test_only_its_owner_reads_the_keys(self):
        certify(self.folder, NAMES)
        for key in self.folder.glob("*-key.pem"):
            self.assertEqual(key.stat().st_mode & 0o077, 0)


class HostTests(SimpleTestCase):
    def test_nothing_is_served_under_another_name_files_neither(self):
        for path in ("/", "/rolls", "/api/session", "/favicon.svg"):
            self.assertEqual(self.client.get(path, headers={"host": "elsewhere.example"}).status_code, 400, path)


class HandingTests(TestCase):
    def ask(self, path="/", host="hollowmist.local:9421", method="GET"):
        """How it answers: status, kind of content, body."""
        answered = []
        environ = {"REQUEST_METHOD": method, "PATH_INFO": path, "HTTP_HOST": host}
        with tempfile.TemporaryDirectory() as folder:
            certify(Path(folder), NAMES)
            given = {
                "HOLLOWMIST_HOSTS": ",".join(NAMES),
                "HOLLOWMIST_AUTHORITY": folder,
                "HOLLOWMIST_ADDRESS": "https://hollowmist.local:8421",
            }
            with mock.patch.dict(os.environ, given):
                body = b"".join(application(environ, lambda *said: answered.extend(said)))
        return answered[0][:3], dict(answered[1])["Content-Type"], body

    def test_the_page_tells_the_two_taps_and_the_address(self):
        status, kind, body = self.ask()
        self.assertEqual((status, kind), ("200", "text/html; charset=utf-8"))
        self.assertIn(b"https://hollowmist.local:8421", body)
        self.assertIn(FILE.encode(), body)
        self.assertRegex(body.decode(), "([0-9A-F]{2} ){31}[0-9A-F]{2}")

    def test_the_authority_is_a_certificate_and_no_key(self):
        status, kind, body = self.ask(FILE)
        self.assertEqual((status, kind), ("200", "application/x-x509-ca-cert"))
        x509.load_pem_x509_certificate(body)
        self.assertNotIn(b"PRIVATE", body)

    def test_other_hosts_and_ways_of_asking_are_refused(self):
        self.assertEqual(self.ask(host="elsewhere.example")[0], "400")
        self.assertEqual(self.ask(method="POST")[0], "400")
