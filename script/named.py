"""Files that the docs name must be there: `python script/named.py` says which are not."""

import re
import subprocess
import sys
from pathlib import Path

ROOT = Path(__file__).parents[1]
NAMED = re.compile(r"`([\w./\-]+\.(?:py|ts|vue|js))`")
STANDS_FOR_ANY = ("APP/", "NAME.")
"""Parts of names that stand for any of many."""


def main() -> int:
    """Name each that is not there, with its page; 1 if there is any."""
    command = ("git", "ls-files", "--cached", "--others", "--exclude-standard")
    files = subprocess.run(command, cwd=ROOT, check=True, capture_output=True, text=True).stdout.splitlines()
    missing = []
    for page in [*(ROOT / "docs").rglob("*.md"), ROOT / "README.md", ROOT / "CONTRIBUTING.md"]:
        for name in sorted(set(NAMED.findall(page.read_text()))):
            known = any(file == name or file.endswith(f"/{name}") for file in files)
            if not known and not any(one in name for one in STANDS_FOR_ANY):
                missing.append(f"{page.relative_to(ROOT)}: there is no {name}")
    print("\n".join(missing), end="\n" if missing else "")
    return 1 if missing else 0


if __name__ == "__main__":
    sys.exit(main())
