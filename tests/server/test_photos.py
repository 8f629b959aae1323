"""Photos: decoded and written anew when they come in; what is kept is pixels and nothing else."""

import struct
import zlib
from io import BytesIO

import numpy as np
import pytest
from PIL import Image

WIDE, HIGH = 120, 80
GPS, ORIENTATION = 0x8825, 0x0112


def pixels():
    """Dark on the left, light on the right."""
    made = np.zeros((HIGH, WIDE, 3), dtype=np.uint8)
    made[:, WIDE // 2 :] = 230
    return Image.fromarray(made)


def file_of(picture, kind="JPEG", **more):
    made = BytesIO()
    picture.save(made, kind, **more)
    return made.getvalue()


def placed():
    """A picture that says where and with what it was taken."""
    exif = Image.Exif()
    exif[GPS] = {1: "N", 2: (54.0, 3.0, 1.0)}
    exif[0x0110] = "the camera of a pilot"
    return file_of(pixels(), exif=exif, comment=b"a word nobody should read")


def bomb(wide, high):
    """A small PNG file that says it is huge."""

    def chunk(kind, data):
        return (
            struct.pack(">I", len(data)) + kind + data + struct.pack(">I", zlib.crc32(kind + data))
        )

    head = struct.pack(">IIBBBBB", wide, high, 1, 0, 0, 0, 0)
    rows = zlib.compress(b"\0" * 100_000)
    return b"\x89PNG\r\n\x1a\n" + chunk(b"IHDR", head) + chunk(b"IDAT", rows) + chunk(b"IEND", b"")


@pytest.fixture
def photos(tab, helicopter):
    path = f"/api/helicopters/{helicopter['id']}/bench/photos"
    tab.cookies["csrftoken"] = "a" * 32

    def send(body):
        return tab.generic(
            "POST",
            path,
            body,
            content_type="application/octet-stream",
            headers={"x-csrftoken": "a" * 32},
        )

    def back(body):
        made = send(body)
        assert made.status_code == 201, made.content
        answer = tab.get(f"{path}/{made.json()['id']}")
        assert answer["Content-Type"] == "image/jpeg"
        assert answer["X-Content-Type-Options"] == "nosniff"
        return answer.content, Image.open(BytesIO(answer.content))

    send.back, send.path = back, path
    return send


@pytest.mark.parametrize("kind", ["JPEG", "PNG"])
def test_a_picture_comes_back_as_it_looked(photos, kind):
    _, kept = photos.back(file_of(pixels(), kind))
    assert (kept.format, kept.size) == ("JPEG", (WIDE, HIGH))
    shown = np.asarray(kept).mean(axis=2)
    assert shown[:, : WIDE // 2 - 4].mean() < 10
    assert shown[:, WIDE // 2 + 4 :].mean() > 220


def test_place_camera_and_words_of_the_file_stay_behind(photos):
    sent = placed()
    assert b"a word nobody" in sent
    assert Image.open(BytesIO(sent)).getexif().get_ifd(GPS)
    raw, kept = photos.back(sent)
    assert not dict(kept.getexif())
    assert b"nobody" not in raw
    assert b"pilot" not in raw


def test_a_picture_taken_on_its_side_is_kept_upright(photos):
    exif = Image.Exif()
    exif[ORIENTATION] = 6  # to be turned a quarter clockwise when shown (Exif 2.32, 4.6.4)
    _, kept = photos.back(file_of(pixels(), exif=exif))
    assert kept.size == (HIGH, WIDE)
    shown = np.asarray(kept).mean(axis=2)
    assert shown[: WIDE // 2 - 4].mean() < 10  # what was left is up now


def test_a_picture_with_a_page_hidden_in_it_loses_the_page(photos):
    raw, _ = photos.back(file_of(pixels()) + b"<script>alert(1)</script>")
    assert b"<script" not in raw


def test_a_large_picture_is_kept_smaller(photos):
    _, kept = photos.back(file_of(Image.new("RGB", (4000, 2400), "white"), quality=30))
    assert kept.size == (2048, 1229)


@pytest.mark.parametrize(
    "body",
    [
        b"",
        b"plain text",
        b"\xff\xd8\xff<html><script>alert(1)</script></html>",
        b"\x89PNG\r\n\x1a\n" + b"0" * 40,
        file_of(pixels())[:300],
        file_of(pixels(), "GIF"),
        file_of(pixels(), "BMP"),
        b'<svg xmlns="http://www.w3.org/2000/svg"/>',
    ],
)
def test_what_is_no_picture_is_refused(photos, body):
    refused = photos(body)
    assert refused.status_code == 422
    assert refused.json()["title"] == "That is no picture"


@pytest.mark.parametrize("size", [(50_000, 50_000), (6_000, 6_000), (2**31 - 1, 1)])
def test_a_picture_that_would_fill_the_memory_is_refused_unopened(photos, size):
    assert photos(bomb(*size)).status_code == 422


def test_a_photo_stays_with_its_pilot_and_the_newest_twenty_stay(photos, tab, stranger):
    numbers = [photos(file_of(pixels())).json()["id"] for _ in range(22)]
    assert stranger.get(f"{photos.path}/{numbers[-1]}").status_code == 404
    found = [tab.get(f"{photos.path}/{number}").status_code for number in numbers]
    assert found == [404] * 2 + [200] * 20
