"""The way from a device to the server, which tests can cut, and lay stones on."""

import http.client
import threading
from http.server import BaseHTTPRequestHandler, ThreadingHTTPServer
from urllib.parse import urlsplit

HOP = {"connection", "keep-alive", "transfer-encoding", "content-length"}
"""Headers that tell of one stretch of the way alone."""


class Way:
    """A proxy on loopback in front of a server.

    Attributes
    ----------
    url : str
        Where a device finds the server.
    away : bool
        Whether nothing comes through.
    fault : callable, optional
        Takes (method, path), returns what befalls the request: "lost", "unanswered", "doubled", "cut" or nothing.
    """

    def __init__(self, server_url: str):
        self.away = False
        self.fault = None
        host = urlsplit(server_url)
        way = self

        class Handler(BaseHTTPRequestHandler):
            def pass_on(self):
                body = self.rfile.read(int(self.headers.get("Content-Length") or 0))
                befalls = way.fault(self.command, self.path) if way.fault else None
                if way.away or befalls == "lost":
                    return self.lose()
                for _ in range(2 if befalls == "doubled" else 1):
                    status, headers, answer = self.ask(body)
                if way.away or befalls == "unanswered":
                    return self.lose()
                self.send_response(status)
                for name, value in headers:
                    if name.lower() not in HOP:
                        self.send_header(name, value)
                self.send_header("Content-Length", str(len(answer)))
                self.end_headers()
                self.wfile.write(answer[: len(answer) // 2] if befalls == "cut" else answer)
                if befalls == "cut":
                    self.lose()

            def ask(self, body):
                asked = http.client.HTTPConnection(host.hostname, host.port, timeout=60)
                headers = {name: value for name, value in self.headers.items() if name.lower() not in HOP}
                asked.request(self.command, self.path, body or None, headers)
                answer = asked.getresponse()
                answered = answer.status, answer.getheaders(), answer.read()
                asked.close()
                return answered

            def lose(self):
                self.close_connection = True
                self.connection.close()

            do_GET = do_POST = do_PUT = do_PATCH = do_DELETE = do_HEAD = pass_on

            def log_message(self, *_):
                """Tests tell what went wrong."""

        class Server(ThreadingHTTPServer):
            daemon_threads = True

            def handle_error(self, *_):
                """A browser that went away is none."""

        self.server = Server(("localhost", 0), Handler)
        self.url = f"http://localhost:{self.server.server_port}"
        threading.Thread(target=self.server.serve_forever, daemon=True).start()

    def close(self):
        """End it."""
        self.server.shutdown()
        self.server.server_close()
