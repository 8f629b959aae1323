"""The installed command: the core's own subcommands, and those of the server."""

import sys

from mint_lever.cli import main as core

_OURS = """\
serve    start the web application (--host, --port, --processes)
manage   look after its data: backup, verify, restore, migrate, load_demo, new_password
The others compute, without the web application:
"""


def main() -> int:
    """Run the command line; 0 on success, 2 with one line on standard error for bad input."""
    words = sys.argv[1:]
    if words[:1] == ["serve"]:
        from mint_lever_server.serve import main as serve

        serve(words[1:])
        return 0
    if words[:1] == ["manage"]:
        from mint_lever_server.manage import main as manage

        manage(words[1:])
        return 0
    if words[:1] in (["-h"], ["--help"]):
        print(_OURS)
    return core(words)
