"""The command line: its own entry point called here, or run as a process of its own."""

import contextlib
import io
import subprocess
import sys
from pathlib import Path

from mint_lever.cli import main

COMMAND = Path(sys.executable).parent / "mint-lever"


def run(*args, text=""):
    """Give exit code, standard output and standard error of the entry point; without the second
    that a process of its own takes to start."""
    out, err = io.StringIO(), io.StringIO()
    given, sys.stdin = sys.stdin, io.TextIOWrapper(io.BytesIO(_bytes(text)))
    try:
        with contextlib.redirect_stdout(out), contextlib.redirect_stderr(err):
            code = main([str(arg) for arg in args])
    except SystemExit as left:
        code = left.code
    finally:
        sys.stdin = given
    return code, out.getvalue(), err.getvalue()


def run_as_process(*args, text=""):
    """Give exit code, standard output and standard error of the installed command."""
    done = subprocess.run(
        [COMMAND, *map(str, args)], input=_bytes(text), capture_output=True, check=False
    )
    return done.returncode, done.stdout.decode(), done.stderr.decode()


def _bytes(text):
    return text.encode() if isinstance(text, str) else text
