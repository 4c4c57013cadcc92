"""The engine of the last release, against these sources."""

import shutil
import subprocess
import sys
import tempfile
import zipfile
from pathlib import Path
from unittest import TestCase

from hollowmist_core.homes import released
from hollowmist_core.homes.compiling import compile_units
from hollowmist_core.homes.layout import typescript
from hollowmist_core.homes.linking import link_module
from hollowmist_core.kernels.base.compiled import KEPT


def fits(core: Path) -> bool:
    """Whether a checkout's released engine fits, as `script/setup` asks: with Python alone."""
    command = (sys.executable, "-S", "-m", "hollowmist_core.homes.released", "--fits")
    return subprocess.run(command, cwd=core, check=False).returncode == 0


class ReleasedTests(TestCase):
    def test_it_is_what_its_sources_make(self):
        if not released.fits():
            self.skipTest("these kernels are not those of the release: script/setup compiles them")
        folders = compile_units(KEPT / "objects")
        with tempfile.TemporaryDirectory() as folder:
            module = Path(folder) / "engine.wasm"
            link_module(folders, module)
            with zipfile.ZipFile(released.RELEASED) as kept:
                self.assertEqual(module.read_bytes(), kept.read("engine.wasm"))
                self.assertEqual(typescript(), kept.read("layout.ts").decode())

    def test_a_checkout_whose_kernels_differ_is_told_from_it(self):
        with tempfile.TemporaryDirectory() as folder:
            root = Path(folder)
            shutil.copy(released.PACKAGE.parents[1] / "requirements.txt", root)
            shutil.copytree(released.PACKAGE, root / "core" / "hollowmist_core")
            self.assertFalse(fits(root / "core"), "nothing was released")
            made = root / "made"
            made.mkdir()
            for name in released.FILES:
                (made / name).write_text(name)
            tell = f"from hollowmist_core.homes.released import *; release(Path({str(made)!r}))"
            subprocess.run((sys.executable, "-S", "-c", tell), cwd=root / "core", check=True)
            self.assertTrue(fits(root / "core"))
            kernel = root / "core" / "hollowmist_core" / "kernels" / "touch" / "tip.py"
            kernel.write_text(kernel.read_text() + "\n")
            self.assertFalse(fits(root / "core"))
