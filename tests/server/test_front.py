"""The front of the real server: nobody who sends slowly, or never ends, stops it."""

import asyncio
import http.client
import json
import select
import socket
import time
from concurrent.futures import ThreadPoolExecutor
from contextlib import suppress
from urllib.parse import urlsplit

import pytest

from live_server import live_server
from mint_lever_server.config.front import Bounds, Front

HALF_A_BODY = (
    b"POST /api/account/sign-in HTTP/1.1\r\nHost: 127.0.0.1\r\nContent-Length: 1000\r\n\r\nx"
)
HALF_A_HEAD = b"POST /api/account/sign-in HTTP/1.1\r\nHost: 127.0.0.1\r\nContent-Le"
MANY = 150
PATIENT_S = 60


@pytest.fixture(scope="module")
def address(tmp_path_factory):
    with live_server(tmp_path_factory.mktemp("front"), demo=False) as at:
        # Each of its processes is slow to answer for the first time.
        for _ in range(20):
            ask(at)
        yield at


def open_line(address, sent):
    host, port = urlsplit(address).netloc.split(":")
    line = socket.create_connection((host, int(port)), timeout=PATIENT_S)
    line.sendall(sent)
    return line


def ask(address, method="GET", path="/api/account", body=None, headers=None):
    line = http.client.HTTPConnection(urlsplit(address).netloc, timeout=PATIENT_S)
    line.request(method, path, body, headers or {})
    answer = line.getresponse()
    return answer.status, answer.read()


def the_rest(line):
    said = b""
    while piece := line.recv(4096):
        said += piece
    return said


def drip(address):
    """Send a body byte by byte until something is said to it."""
    line = open_line(address, HALF_A_BODY)
    line.settimeout(0.5)
    began, said = time.monotonic(), b""
    while not said and time.monotonic() - began < PATIENT_S:
        line.sendall(b"x")
        with suppress(TimeoutError):
            said = line.recv(4096)
    return said


def test_requests_that_never_end_or_drip_stop_nobody_and_are_given_up(address):
    with ThreadPoolExecutor(1) as beside:
        dripped = beside.submit(drip, address)
        for _ in range(10):
            held = [
                open_line(address, half) for half in (HALF_A_BODY, HALF_A_HEAD) for _ in range(MANY)
            ]
            began = time.monotonic()
            assert ask(address)[0] == 200
            given_up, _, _ = select.select(held, [], [], 0)
            if len(given_up) < MANY // 2:
                break
            # The machine was so busy that they were given up before the other was answered.
            for line in held:
                line.close()
        else:
            raise AssertionError("nobody was answered while they were held")
        for _ in range(20):
            assert ask(address)[0] == 200
        half_a_body, half_a_head = the_rest(held[MANY - 1]), the_rest(held[-1])
        assert time.monotonic() - began > 5
        head, _, body = half_a_body.partition(b"\r\n\r\n")
        assert b" 408 " in head.splitlines()[0]
        assert json.loads(body)["title"] == "The request came too slowly"
        assert b" 200 " not in half_a_head
        assert b" 408 " in dripped.result()
    for line in held:
        line.close()


def test_a_body_larger_than_allowed_is_refused_before_it_is_sent(address):
    for announced in (1_100_001, 10**12):
        head = HALF_A_BODY.replace(b"1000", b"%d" % announced)
        said = the_rest(open_line(address, head))
        assert b" 413 " in said
    endless = HALF_A_BODY.replace(b"Content-Length: 1000", b"Transfer-Encoding: chunked")[:-1]
    line = open_line(address, endless)
    said = b""
    try:
        for _ in range(40):
            line.sendall(b"10000\r\n" + b"x" * 65_536 + b"\r\n")
        said = the_rest(line)
    except ConnectionError:
        line.settimeout(2)
        said = line.recv(4096)
    assert b" 413 " in said


def test_what_comes_in_pieces_or_in_chunks_arrives_whole(address):
    """Django's own check of the token answers; that it read the body is seen from the form."""
    form = b"csrfmiddlewaretoken=" + b"a" * 32
    headers = {
        "Cookie": "csrftoken=" + "a" * 32,
        "Content-Type": "application/x-www-form-urlencoded",
        "Origin": address,
    }
    whole = ask(address, "POST", "/api/account/sign-in", form, headers)
    chunked = ask(address, "POST", "/api/account/sign-in", iter([form[:9], form[9:]]), headers)
    assert whole == chunked
    # The token was found in the body: what is refused now is the body itself.
    assert whole[0] in (400, 422)


def through(wsgi, scope, *bodies, bounds=None):
    """What a front of its own answers to a request; no server, no network."""
    said, left = [], list(bodies)

    async def receive():
        body = left.pop(0)
        return {"type": "http.request", "body": body, "more_body": bool(left)}

    async def send(message):
        said.append(message)

    whole = {
        "type": "http",
        "method": "GET",
        "path": "/api/account",
        "query_string": b"",
        "http_version": "1.1",
        "headers": [],
        **scope,
    }
    asyncio.run(Front(wsgi, bounds or Bounds())(whole, receive, send))
    return said[0]["status"], b"".join(each.get("body", b"") for each in said[1:])


def test_an_application_that_fails_before_its_answer_is_no_bare_error():
    def broken(environ, start):
        raise RuntimeError("the reason")

    status, body = through(broken, {})
    assert status == 500
    assert json.loads(body)["detail"].startswith("Not saved; what you entered is still here.")
    assert b"the reason" not in body


def test_a_long_answer_goes_out_in_pieces_and_ends(tmp_path):
    closed = []

    class Parts(list):
        def close(self):
            closed.append(True)

    def long(environ, start):
        start("200 OK", [("Content-Type", "text/plain")])
        return Parts([bytes([65 + i]) * 100_000 for i in range(20)])

    status, body = through(long, {})
    assert (status, len(body), body[-1:], closed) == (200, 2_000_000, b"T", [True])


def test_the_head_and_the_body_reach_the_application_as_they_were():
    seen = {}

    def look(environ, start):
        seen.update(environ, body=environ["wsgi.input"].read())
        start("200 OK", [])
        return []

    headers = [
        (b"content-length", b"6"),
        (b"content-type", b"text/x"),
        (b"cookie", b"a=1"),
        (b"cookie", b"b=2"),
        (b"x-many", b"1"),
        (b"x-many", b"2"),
        (b"x_many", b"3"),
    ]
    scope = {"method": "PUT", "path": "/é", "query_string": b"q=\xff", "headers": headers}
    assert through(look, {**scope, "client": ("192.0.2.1", 5)}, b"one", b"two")[0] == 200
    assert seen["body"] == b"onetwo"
    assert (seen["CONTENT_LENGTH"], seen["CONTENT_TYPE"]) == ("6", "text/x")
    assert (seen["HTTP_COOKIE"], seen["HTTP_X_MANY"]) == ("a=1; b=2", "1,2")
    assert seen["PATH_INFO"].encode("latin-1").decode() == "/é"
    assert seen["REMOTE_ADDR"] == "192.0.2.1"


def test_large_files_on_their_way_in_are_few():
    scope = {"method": "POST", "path": "/x/logs", "headers": [(b"content-length", b"9000000")]}
    status, body = through(None, scope, bounds=Bounds(large=0))
    assert (status, json.loads(body)["retry_after_s"]) == (503, 1)


def test_a_name_with_an_underscore_is_no_header_of_a_proxy(address):
    answer, _ = ask(address, headers={"X_Forwarded_Proto": "https", "X-Odd": "\xe9"})
    assert answer == 200


def test_pages_and_large_scripts_are_served_whole(address):
    status, page = ask(address, path="/")
    assert status == 200
    script = page.decode().split('src="/assets/')[1].split('"')[0]
    line = http.client.HTTPConnection(urlsplit(address).netloc, timeout=PATIENT_S)
    for _ in range(3):  # one connection, kept
        line.request("GET", f"/assets/{script}")
        answer = line.getresponse()
        body = answer.read()
        assert len(body) == int(answer.headers["Content-Length"]) > 100_000
        assert "immutable" in answer.headers["Cache-Control"]
    line.request("HEAD", f"/assets/{script}")
    answer = line.getresponse()
    assert (answer.status, answer.read()) == (200, b"")
