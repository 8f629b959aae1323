"""Copies made and put back under load, and a server that starts on nothing it cannot keep."""

import http.client
import json
import os
import shutil
import socket
import sqlite3
import stat
import subprocess
import sys
import threading
from contextlib import closing
from io import StringIO
from urllib.parse import urlsplit

import pytest
from django.core.management import CommandError, call_command

from api_pilot import LOG, ApiPilot
from builds import document
from few import few
from http_pilot import Client
from live_server import environment, live_server, manage, prepare
from mint_lever_server.backup.database_copies import BadCopy, back_up, look_through, restore
from mint_lever_server.config import data_folder
from mint_lever_server.config.data_folder import CannotStart, look_at

DATABASE = "mint-lever.sqlite3"
SERVE, MANAGE = "mint_lever_server.serve", "mint_lever_server.manage"


@pytest.fixture(scope="module")
def empty(kept_by_all):
    """A folder with an empty database of today's form; nobody writes into it."""
    var = kept_by_all / "empty"
    prepare(var, demo=False)
    return var


@pytest.fixture
def var(empty, tmp_path):
    """One of a test's own."""
    return shutil.copytree(empty, tmp_path / "var")


def run(var, *command):
    return subprocess.run(
        [sys.executable, *command],
        env=environment(var),
        capture_output=True,
        text=True,
        timeout=120,
    )


def command(var, *words):
    done = run(var, "-m", MANAGE, *words)
    assert done.returncode == 0, done.stderr
    return done.stdout


@pytest.fixture
def keeper(var, settings):
    """A command of the keeper on this test's own folder, in this process."""
    settings.DATABASE = var / DATABASE

    def run(*words):
        said = StringIO()
        call_command(*words, stdout=said)
        return said.getvalue()

    return run


def rows(database, question):
    with closing(sqlite3.connect(database)) as look:
        return look.execute(question).fetchall()


def spoil_page(database):
    """Write over the middle of a table, where nothing but reading it all finds it."""
    with database.open("r+b") as file:
        file.seek(database.stat().st_size // 2 // 4096 * 4096)
        file.write(b"\xff" * 4096)


TROUBLES = {
    "no database": (lambda var: (var / DATABASE).unlink(), "no database"),
    "an empty database": (lambda var: (var / DATABASE).write_bytes(b""), "is empty"),
    "another file": (lambda var: (var / DATABASE).write_bytes(b"x" * 9000), "is no database"),
    "a damaged database": (lambda var: spoil_page(var / DATABASE), "cannot be used"),
    "an empty key": (lambda var: (var / "secret-key").write_text(""), "signing key"),
    "an older form": (
        lambda var: manage(var, "migrate", "accounts", "zero", "-v", "0", "--skip-checks"),
        "older",
    ),
}


@pytest.mark.parametrize("trouble", few(TROUBLES, 2))
def test_a_server_does_not_start_on_what_it_cannot_keep_and_says_why(var, trouble):
    spoil, words = TROUBLES[trouble]
    spoil(var)
    done = run(var, "-m", SERVE, "--port", "1")
    assert done.returncode == 1
    assert done.stdout == ""
    (said,) = done.stderr.strip().splitlines()
    assert said.startswith("Mint Lever cannot start. ")
    assert words in said


def test_a_folder_that_cannot_be_written_into_and_a_full_disk_are_said(tmp_path, var, monkeypatch):
    in_the_way = tmp_path / "a-file"
    in_the_way.write_text("")
    done = run(in_the_way, "-m", SERVE, "--port", "1")
    assert (done.returncode, "MINT_LEVER_VAR" in done.stderr) == (1, True)
    look_at(var / DATABASE)
    usage = shutil.disk_usage(var)
    monkeypatch.setattr(data_folder.shutil, "disk_usage", lambda _: usage._replace(free=5_000_000))
    with pytest.raises(CannotStart, match="Only 5 MB are free"):
        look_at(var / DATABASE)


BEFORE_THEY_PART = """
import json, sys
from mint_lever_server import serve

class Processes:
    def __init__(self, *_, **__):
        from django.db import connection
        from django.urls import get_resolver
        routes = vars(get_resolver()).get("url_patterns", [])
        api = "mint_lever_server.config.api" in sys.modules
        print(json.dumps([len(routes), api, connection.connection is None]))

    def serve(self):
        pass

serve.Granian = Processes
serve.main(["--port", sys.argv[1]])
"""


def test_the_routes_are_loaded_before_the_processes_part_and_no_connection_is_shared(var):
    with socket.socket() as probe:
        probe.bind(("127.0.0.1", 0))
        port = probe.getsockname()[1]
    done = run(var, "-c", BEFORE_THEY_PART, str(port))
    routes, api, unconnected = json.loads(done.stdout)
    assert routes > 1
    assert (api, unconnected) == (True, True)


def test_two_servers_never_share_an_address(var):
    with live_server(var, demo=False) as address:
        port = urlsplit(address).port
        done = run(var, "-m", SERVE, "--port", str(port))
        assert done.returncode == 1
        assert f"127.0.0.1:{port} cannot be used" in done.stderr
        assert ask(address, "/api/health")[0] == 200


def test_what_is_kept_is_its_keepers_alone(var):
    (var / DATABASE).chmod(0o644)
    with live_server(var, demo=False) as address:
        Client(address, "wren")
        status, health = ask(address, "/api/health")
        assert (status, health) == (200, {"status": "ok"})
        modes = {each.name: stat.S_IMODE(each.stat().st_mode) for each in var.iterdir()}
    assert stat.S_IMODE(var.stat().st_mode) == 0o700
    assert modes.pop("copies", 0o700) == 0o700
    made_by_tests = {"being-made", "made"}
    assert {name: mode for name, mode in modes.items() if name not in made_by_tests} == {
        name: 0o600 for name in modes if name not in made_by_tests
    }
    assert len(modes) > 3


def ask(address, path):
    line = http.client.HTTPConnection(urlsplit(address).netloc, timeout=60)
    line.request("GET", path)
    answer = line.getresponse()
    return answer.status, json.loads(answer.read())


def test_two_processes_that_start_at_once_have_one_key(tmp_path):
    ask_key = "import mint_lever_server.config.settings as s; print(s.SECRET_KEY)"
    starting = [
        subprocess.Popen(
            [sys.executable, "-c", ask_key],
            env=environment(tmp_path),
            stdout=subprocess.PIPE,
            text=True,
        )
        for _ in range(4)
    ]
    keys = {each.communicate()[0].strip() for each in starting}
    assert keys == {(tmp_path / "secret-key").read_text()}
    assert [each.name for each in tmp_path.iterdir()] == ["secret-key"]


def test_the_file_alone_is_no_copy_and_a_copy_is_whole(var, keeper, tmp_path):
    with live_server(var, demo=False) as address:
        Client(address, "wren").send("POST", "/api/helicopters", {"name": "Dill"})
        alone = tmp_path / "alone.sqlite3"
        shutil.copyfile(var / DATABASE, alone)
        made = tmp_path / "kept" / "copy.sqlite3"
        assert str(made) in keeper("backup", str(made))
    # Why copying the file will not do: the account stands in the file beside it.
    assert rows(alone, "SELECT count(*) FROM auth_user") == [(0,)]
    assert rows(made, "SELECT username FROM auth_user") == [("wren",)]
    assert "1 pilots, 1 helicopters" in keeper("verify", str(made))
    assert stat.S_IMODE(made.stat().st_mode) == 0o600
    assert [each.name for each in made.parent.iterdir()] == ["copy.sqlite3"]


def test_flight_logs_come_along_and_back(var, keeper, tmp_path):
    copy = tmp_path / "kept" / "copy.sqlite3"
    with live_server(var, demo=False) as address:
        pilot = ApiPilot(address)
        log = pilot.log()
        path = f"{pilot.at}/logs/{log}"
        keeper("backup", str(copy))
        assert (copy.parent / "logs" / f"{log}.csv").read_bytes() == LOG
        assert pilot.ask("DELETE", pilot.at).ok
        assert not list((var / "logs").iterdir())
        keeper("verify", str(copy))
        assert "with 1 flight logs" in command(var, "restore", str(copy))
        # Every session of before is one of the copy's too.
        assert pilot.ask("GET", path).json()["log"]["id"] == log
        keeper("verify")
    (copy.parent / "logs" / f"{log}.csv").unlink()
    with pytest.raises(CommandError, match=f"1 flight logs do not lie beside {copy}"):
        keeper("verify", str(copy))


@pytest.fixture(scope="module")
def used(empty, tmp_path_factory):
    """A folder whose database has a pilot with a helicopter, all of it in the one file."""
    var = tmp_path_factory.mktemp("used") / "var"
    shutil.copytree(empty, var)
    with live_server(var, demo=False) as address:
        Client(address, "wren").send("POST", "/api/helicopters/import", document())
    copy = back_up(var / DATABASE)
    copy.replace(var / DATABASE)
    for beside in ("-wal", "-shm"):
        (var / f"{DATABASE}{beside}").unlink(missing_ok=True)
    return var


def another_program(copy):
    copy.unlink()
    change(copy, "CREATE TABLE hens (name)")


@pytest.mark.parametrize(
    ("spoil", "says"),
    [
        (spoil_page, "damaged"),
        (lambda copy: copy.write_bytes(b"nothing"), "no database"),
        (lambda copy: copy.unlink(), "no file"),
        (another_program, "no database of Mint Lever"),
        (
            lambda copy: change(copy, "UPDATE hangar_document SET text = replace(text, '3', '4')"),
            "not what was saved",
        ),
        (lambda copy: change(copy, "DELETE FROM auth_user"), "belongs to nothing"),
    ],
)
def test_a_copy_that_is_not_whole_is_found_out_and_never_put_back(used, tmp_path, spoil, says):
    var = shutil.copytree(used, tmp_path / "var")
    copy = tmp_path / "copy.sqlite3"
    back_up(var / DATABASE, copy)
    spoil(copy)
    for use in (look_through, lambda copy: restore(var / DATABASE, copy)):
        with pytest.raises(BadCopy, match=says):
            use(copy)
    assert rows(var / DATABASE, "SELECT username FROM auth_user") == [("wren",)]
    assert not list(var.glob("*.broken-*"))


def test_the_commands_end_badly_where_there_is_nothing_good(var, keeper, tmp_path):
    nothing = str(tmp_path / "nothing.sqlite3")
    for words in (("verify", nothing), ("restore", nothing)):
        with pytest.raises(CommandError, match="there is no file"):
            keeper(*words)
    # As the process ends that the keeper starts.
    done = run(var, "-m", MANAGE, "verify", nothing)
    assert (done.returncode, "there is no file" in done.stderr) == (1, True)


def change(database, statement):
    with closing(sqlite3.connect(database)) as to:
        to.execute(statement)
        to.commit()


class Writer(threading.Thread):
    """Edits one helicopter without a pause, and knows what was answered."""

    def __init__(self, address, name):
        super().__init__()
        self.pilot = Client(address, name)
        made = self.pilot.send("POST", "/api/helicopters/import", document())
        self.path, self.version = f"/api/helicopters/{made['id']}", made["version"]
        self.written, self.stopped, self.failed = 0, threading.Event(), []

    def run(self):
        while not self.stopped.is_set():
            value = 10.0 + (self.written % 400) / 100
            change = {"path": "airframe.servos.0.arm_mm", "value": value}
            body = {"version": self.version, "changes": [change]}
            try:
                self.version = self.pilot.send("PATCH", f"{self.path}/draft", body)["version"]
            except RuntimeError as error:  # after a restore: another version is the present one
                if not str(error).startswith(("409", "401")):
                    self.failed.append(error)
                return
            self.written += 1


def test_copied_and_restored_under_load(var, keeper, tmp_path):
    with live_server(var, demo=False) as address:
        writers = [Writer(address, f"wren{i}") for i in range(2)]
        for each in writers:
            each.start()
        wait_until(lambda: all(each.written > 10 for each in writers))
        before = [each.written for each in writers]
        copy = tmp_path / "copy.sqlite3"
        keeper("backup", str(copy))
        between = [each.written for each in writers]
        wait_until(lambda: all(w.written > b + 10 for w, b in zip(writers, between, strict=True)))
        # In the copy stands everything that was answered before it was begun.
        counters = [count for (count,) in rows(copy, "SELECT counter FROM hangar_helicopter")]
        assert all(any(c > b for c in counters) for b in before)
        assert max(counters) <= max(w.written for w in writers) + 2
        said = command(var, "restore", str(copy))
        for each in writers:
            each.join(60)
            assert not each.failed
        kept = said.split("before is in ")[1].strip().rstrip(".")
        assert max(c for (c,) in rows(kept, "SELECT counter FROM hangar_helicopter")) > max(
            counters
        )
        # The same server goes on, with what the copy has.
        arm = "airframe", "servos", 0, "arm_mm"
        for each in writers:
            found = each.pilot.get(each.path)
            assert found["version"] > each.version + 100_000
            shown = found["document"]
            for key in arm:
                shown = shown[key]
            (text,) = rows(
                copy,
                "SELECT d.text FROM hangar_document d JOIN hangar_draftstate s ON "
                "s.document_id = d.id JOIN hangar_draft a ON a.id = s.draft_id AND "
                "a.position = s.position WHERE a.helicopter_id = "
                f"'{found['id'].replace('-', '')}'",
            )[0]
            assert shown == json.loads(text)["airframe"]["servos"][0]["arm_mm"]
            each.pilot.get(f"{each.path}/frame?version={found['version']}")
            change = {"path": "name", "value": "Dill"}
            old = {"version": each.version, "changes": [change]}
            with pytest.raises(RuntimeError, match=r"^409"):
                each.pilot.send("PATCH", f"{each.path}/draft", old)
    assert rows(var / DATABASE, "PRAGMA integrity_check") == [("ok",)]


def wait_until(true):
    for _ in range(1200):
        if true():
            return
        threading.Event().wait(0.05)
    raise AssertionError("it never came")


def test_a_broken_database_is_put_aside_and_a_copy_in_its_place(used, tmp_path):
    var = shutil.copytree(used, tmp_path / "var")
    copy = tmp_path / "copy.sqlite3"
    back_up(var / DATABASE, copy)
    (var / DATABASE).write_bytes(b"rubbish" * 1000)
    assert restore(var / DATABASE, copy) is None
    assert rows(var / DATABASE, "SELECT username FROM auth_user") == [("wren",)]
    aside = [each for each in var.iterdir() if ".broken-" in each.name]
    assert any(each.read_bytes().startswith(b"rubbish") for each in aside)


def test_a_change_of_form_is_copied_first(var):
    assert not (var / "copies").exists()
    assert "Copied" not in command(var, "migrate", "-v", "0", "--skip-checks")
    manage(var, "migrate", "accounts", "zero", "-v", "0", "--skip-checks")
    shutil.rmtree(var / "copies", ignore_errors=True)
    assert "Copied" in command(var, "migrate", "-v", "0", "--skip-checks")
    (copy,) = (var / "copies").iterdir()
    assert rows(copy, "SELECT count(*) FROM sqlite_master WHERE name = 'accounts_tries'") == [(0,)]
    assert os.access(var / DATABASE, os.W_OK)
