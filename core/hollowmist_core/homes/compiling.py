"""Compiling: the units that changed, on as many processors as there are.

Objects are kept by what they are made of, so that only files that hang on a change are compiled again.
"""

import json
import os
import shutil
import time
from concurrent.futures import ProcessPoolExecutor, as_completed
from multiprocessing import get_context
from pathlib import Path

from ..kernels.base.compiled import CHECKED
from .units import UNITS, unit_digest

USUAL_S = 90
"""How long all units together usually take on two processors, s."""


def start_worker() -> None:
    """Ready a process for lowering."""
    from .lowering import only_lower

    only_lower()


def compile_unit(unit: str, folder: Path) -> str:
    """Write a unit's objects and the names that it exports into a folder. Returns the unit."""
    from .lowering import joined_names, lower
    from .objects import machine_code, server, tablet

    symbols, texts = lower(unit)
    joined = joined_names(unit)
    made = folder.with_suffix(f".{os.getpid()}")
    made.mkdir(parents=True, exist_ok=True)
    if not CHECKED:
        (made / "tablet.o").write_bytes(machine_code(symbols, texts, tablet(), joined))
    (made / "server.o").write_bytes(machine_code(symbols, texts, server(), joined))
    (made / "exports.json").write_text(json.dumps(sorted(symbols)))
    shutil.rmtree(folder, ignore_errors=True)
    made.rename(folder)
    return unit


def compile_units(kept: Path, units: tuple[str, ...] = UNITS) -> list[Path]:
    """Compile the units that changed. Returns the folders of all."""
    folders = {unit: kept / f"{unit}-{unit_digest(unit)}" for unit in units}
    stale = [(unit, folder) for unit, folder in folders.items() if not (folder / "exports.json").is_file()]
    if stale:
        begun, total = time.monotonic(), len(stale)
        usual = "" if total < len(units) else f"; usually about {USUAL_S} s on two processors"
        print(f"  {total} of {len(units)} kernel files to compile{usual}", flush=True)
        workers = min(len(stale), os.cpu_count() or 1)
        with ProcessPoolExecutor(workers, get_context("spawn"), start_worker) as pool:
            jobs = [pool.submit(compile_unit, unit, folder) for unit, folder in stale]
            for done, job in enumerate(as_completed(jobs), 1):
                unit = job.result()
                print(f"  {done} of {total}: {unit} ({time.monotonic() - begun:.0f} s)", flush=True)
    current = {folder.name for folder in folders.values()}
    for old in kept.iterdir() if kept.is_dir() else ():
        if old.name not in current:
            shutil.rmtree(old, ignore_errors=True)
    return list(folders.values())
