"""The other engine that tablets have: Debian's WebKitGTK, driven by WebDriver, on a screen that nobody sees."""

import os
import subprocess
import tempfile
from contextlib import suppress

from selenium.common.exceptions import WebDriverException
from selenium.webdriver import WebKitGTK, WebKitGTKOptions
from selenium.webdriver.common.actions.action_builder import ActionBuilder
from selenium.webdriver.common.actions.pointer_input import PointerInput
from selenium.webdriver.webkitgtk.service import Service

from .browser import FRAMES

BROWSER = "/usr/lib/x86_64-linux-gnu/webkit2gtk-4.1/MiniBrowser"
DRIVER = "/usr/bin/WebKitWebDriver"
SCREEN = (1500, 1000)


class WebKit:
    """A browser with a screen of its own.

    Attributes
    ----------
    driver : selenium.webdriver.WebKitGTK
    """

    def __init__(self):
        self.home = tempfile.TemporaryDirectory()
        reads, writes = os.pipe()
        size = f"{SCREEN[0]}x{SCREEN[1]}x24"
        self.screen = subprocess.Popen(
            ["Xvfb", "-displayfd", str(writes), "-screen", "0", size, "-nolisten", "tcp"],
            pass_fds=[writes],
            stderr=subprocess.DEVNULL,
        )
        os.close(writes)
        with os.fdopen(reads) as reader:
            display = reader.readline().strip()
        around = os.environ | {
            "DISPLAY": f":{display}",
            "HOME": self.home.name,
            "XDG_RUNTIME_DIR": self.home.name,
            "GDK_BACKEND": "x11",
            "LIBGL_ALWAYS_SOFTWARE": "1",
            "NO_AT_BRIDGE": "1",
        }
        options = WebKitGTKOptions()
        options.binary_location = BROWSER
        options.add_argument("--automation")
        options.add_argument(f"--geometry={SCREEN[0]}x{SCREEN[1]}")
        self.driver = WebKitGTK(options=options, service=Service(DRIVER, env=around))
        self.driver.set_script_timeout(60)

    def close(self):
        """End the browser and its screen."""
        self.driver.quit()
        self.screen.terminate()
        self.screen.wait()
        self.home.cleanup()

    def run(self, script: str, *given):
        """What a script's promise comes to; RuntimeError where it is broken."""
        value, broken = self.driver.execute_async_script(
            f"const done = arguments[arguments.length - 1]; ({script})(...[...arguments].slice(0, -1)).then("
            "(value) => done([value, null]), (error) => done([null, String(error)]))",
            *given,
        )
        if broken:
            raise RuntimeError(broken)
        return value

    def frames(self, count: int) -> None:
        """Let the page show so many frames; one that goes elsewhere meanwhile shows others."""
        with suppress(WebDriverException):
            self.run(FRAMES, count)

    def draw(self, points):
        """Draw with a pen through (x, y) points, CSS px of the page. The driver tells neither pressure nor tilt."""
        pen = PointerInput("pen", "pen")
        acts = ActionBuilder(self.driver, mouse=pen)
        for i, (x, y) in enumerate(points):
            pen.create_pointer_move(duration=8, x=int(x), y=int(y), origin="viewport")
            if i == 0:
                pen.create_pointer_down(button=0)
        pen.create_pointer_up(button=0)
        acts.perform()
