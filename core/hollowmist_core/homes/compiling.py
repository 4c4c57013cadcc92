"""Compiling: the units that changed, on as many processors as there are.

Objects are kept by what they are made of, so that only files that hang on a change are compiled again. A unit is
lowered once; its objects for the two homes are then made side by side, so that the longest unit holds nobody up for
longer than it must.
"""

import ctypes
import json
import os
import pickle
import shutil
import signal
import time
from concurrent.futures import FIRST_COMPLETED, ProcessPoolExecutor, wait
from multiprocessing import get_context
from pathlib import Path

from ..kernels.base.compiled import CHECKED
from .units import UNITS, unit_digest

USUAL_S = 120
"""How long all units together usually take on two processors, s."""

HOMES = ("server",) if CHECKED else ("tablet", "server")


PR_SET_PDEATHSIG = 1
"""`prctl(2)`: which signal a process gets when its parent dies."""


def start_worker() -> None:
    """Ready a process for lowering; whoever stops the one that started it stops this one too."""
    from .lowering import only_lower

    ctypes.CDLL(None).prctl(PR_SET_PDEATHSIG, signal.SIGTERM)
    only_lower()


def lower_unit(unit: str, folder: Path) -> None:
    """Write a unit's intermediate code into a folder, with the names that it exports."""
    from .lowering import joined_names, lower

    symbols, texts = lower(unit)
    folder.mkdir(parents=True)
    (folder / "lowered").write_bytes(pickle.dumps((symbols, texts, joined_names(unit))))
    (folder / "exports.json").write_text(json.dumps(sorted(symbols)))


def write_object(folder: Path, home: str) -> None:
    """Make a home's object file of the intermediate code in a folder."""
    from . import objects

    symbols, texts, joined = pickle.loads((folder / "lowered").read_bytes())
    (folder / f"{home}.o").write_bytes(objects.machine_code(symbols, texts, getattr(objects, home)(), joined))


def compile_all(stale: dict[str, Path], homes: tuple[str, ...]) -> None:
    """Compile units into their folders; a folder appears whole or not at all."""
    begun, done = time.monotonic(), 0
    with ProcessPoolExecutor(min(2 * len(stale), os.cpu_count() or 1), get_context("spawn"), start_worker) as pool:
        made = {unit: folder.with_name(f"{folder.name}.{os.getpid()}") for unit, folder in stale.items()}
        jobs = {pool.submit(lower_unit, unit, made[unit]): (unit, "") for unit in stale}
        lacking = dict.fromkeys(stale, len(homes))
        while jobs:
            for job in wait(jobs, return_when=FIRST_COMPLETED).done:
                unit, home = jobs.pop(job)
                job.result()
                if not home:
                    jobs |= {pool.submit(write_object, made[unit], one): (unit, one) for one in homes}
                    continue
                lacking[unit] -= 1
                if lacking[unit]:
                    continue
                (made[unit] / "lowered").unlink()
                shutil.rmtree(stale[unit], ignore_errors=True)
                made[unit].rename(stale[unit])
                done += 1
                print(f"  {done} of {len(stale)}: {unit} ({time.monotonic() - begun:.0f} s)", flush=True)


def compile_units(
    kept: Path, units: tuple[str, ...] = UNITS, homes: tuple[str, ...] = HOMES, alone: bool = True
) -> list[Path]:
    """Compile the units that changed, for some homes; returns the folders of all. `alone`: other folders go."""
    folders = {unit: kept / f"{unit}-{unit_digest(unit)}" for unit in units}
    stale = {
        unit: folder for unit, folder in folders.items() if not all((folder / f"{home}.o").is_file() for home in homes)
    }
    if stale:
        usual = "" if len(stale) < len(units) else f"; usually about {USUAL_S} s on two processors"
        print(f"  {len(stale)} of {len(units)} kernel files to compile{usual}", flush=True)
        compile_all(stale, homes)
    current = {folder.name for folder in folders.values()}
    for old in kept.iterdir() if alone and kept.is_dir() else ():
        if old.name not in current:
            shutil.rmtree(old, ignore_errors=True)
    return list(folders.values())
