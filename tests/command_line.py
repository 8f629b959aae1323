"""The command line, run as a process."""

import subprocess
import sys
from pathlib import Path

COMMAND = Path(sys.executable).parent / "mint-lever"


def run(*args, text=None):
    """Give exit code, standard output and standard error."""
    done = subprocess.run(
        [COMMAND, *map(str, args)],
        input=text.encode() if isinstance(text, str) else text,
        capture_output=True,
    )
    return done.returncode, done.stdout.decode(), done.stderr.decode()
