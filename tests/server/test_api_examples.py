"""The examples of docs/api.md, run as they stand against a real server."""

import os
import re
import subprocess

from live_server import ROOT, live_server

EXAMPLE = re.compile(r"```sh\n(.*?)```\n+```text\n(.*?)```", re.DOTALL)
BETWEEN = "--- next example ---"


def test_every_example_prints_what_the_page_says(tmp_path):
    examples = EXAMPLE.findall((ROOT / "docs/api.md").read_text(encoding="utf-8"))
    assert len(examples) == 5
    script = f"\necho; echo '{BETWEEN}'\n".join(shell for shell, _ in examples)
    with live_server(tmp_path / "var", demo=False) as address:
        done = subprocess.run(
            ["bash", "-euo", "pipefail", "-c", script],
            cwd=tmp_path,
            env={**os.environ, "MINT_LEVER": address},
            capture_output=True,
            text=True,
            timeout=120,
            check=True,
        )
    printed = [each.strip() for each in done.stdout.split(BETWEEN)]
    assert printed == [wanted.strip() for _, wanted in examples]
