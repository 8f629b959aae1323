"""The bench sheet: everything that is to be keyed in, was read, is open; nothing made up."""

import math

import pytest

from builds import described
from mint_lever.bench import judge_fitness
from mint_lever.bench.engine.log import Entry, Event, HeldSetting, read_setting
from mint_lever.bench.steps import make_bench_run
from mint_lever.records import SavedState, list_device_lines, make_bench_sheet
from mint_lever.records.paper import Figure, group_by_holder
from mint_lever.setup import Change, apply_changes, read_setup
from mint_lever.setup.catalogue.default_values import is_default

DRAFT = SavedState(None, None, fit=False, withheld=("zero pitch: open",))


def with_(*changes):
    return read_setup(apply_changes(described().as_document(), [Change(*each) for each in changes]))


def sheet_of(setup=None, entries=(), saved=DRAFT, held=()):
    setup = setup or described()
    readings = [Entry(n + 1, *each, setup) for n, each in enumerate(entries)]
    return make_bench_sheet(make_bench_run(setup, readings, []), saved, held)


def figures(sheet, title):
    return [
        each for section in sheet.sections if section.title == title for each in section.figures
    ]


def one(sheet, title, label, group=""):
    """The one line of that name, of that group where it is given."""
    (found,) = [
        each for each in figures(sheet, title) if each.label == label and group in ("", each.group)
    ]
    return found


def lines(sheet, title):
    return [line for section in sheet.sections if section.title == title for line in section.lines]


def test_it_goes_in_the_order_of_work():
    assert [section.title for section in sheet_of().sections] == [
        "To key into the transmitter",
        "To key into the unit",
        "To key into the speed controller",
        "Wanted, and by which school",
        "Metal",
        "Readings",
        "Directions and fail-safe",
        "Tail",
        "Head speed",
        "Modes at the blade",
        "Open and stale, the next first",
        "Why it is not fit to fly",
    ]


def test_a_draft_says_so_and_why_it_is_not_fit():
    sheet = sheet_of()
    assert sheet.head[0] == "Draft, not saved as a revision"
    assert (sheet.draft, sheet.fit) == (True, False)
    assert sheet.fitness == "Not fit to fly: why stands at the end"
    assert lines(sheet, "Why it is not fit to fly") == ["zero pitch: open"]


def test_every_reason_against_flying_stands_on_it_once():
    """A step by what is open, everything else by its reason."""
    run = make_bench_run(described(), [], [])
    other = "danger: the tail has no end on the left"
    saved = SavedState(None, None, fit=False, withheld=(*judge_fitness(run, None).withheld, other))
    sheet = make_bench_sheet(run, saved)
    why = lines(sheet, "Why it is not fit to fly")
    assert why[0] == f"Steps that are not done, in the list above: {len(open_steps(sheet))}"
    assert why[-1] == other
    titles = {step.title.lower() for step in run.steps}
    assert not [each for each in why if each.partition(":")[0] in titles]


def test_a_revision_that_is_fit_says_so_with_its_day():
    saved = SavedState(4, "26 November 2026", fit=True, withheld=(), as_of="28 November 2026")
    everything = [HeldSetting(n, *each) for n, each in enumerate(_held(described()), start=1)]
    sheet = sheet_of(saved=saved, held=everything)
    assert sheet.head == (
        "Revision 4, 26 November 2026; as of 28 November 2026",
        "unit mixes, three servos, 120°, rotor turns clockwise, 2 blades",
    )
    assert (sheet.draft, sheet.fitness) == (False, "Fit to fly")
    assert lines(sheet, "Why it is not fit to fly") == []


def test_what_no_device_was_said_to_hold_is_counted_at_the_head():
    everything = [HeldSetting(n, *each) for n, each in enumerate(_held(described()), start=1)]
    sheet = sheet_of(held=everything[:-3])
    (said,) = [line for line in sheet.head if "keyed in" in line]
    assert said == "Settings still to be keyed in: 3. The model is not what this sheet shows"


def _held(setup):
    """Every setting with the device that holds it, single ones only at the end."""
    found = [
        (line.device, path, read_setting(setup.as_document(), path))
        for line in list_device_lines(setup, [])
        for path in line.paths
    ]
    return sorted(found, key=lambda each: each[1].startswith("unit.governor"))


@pytest.mark.parametrize(
    ("path", "value", "title", "label", "said"),
    [
        ("unit.cyclic_pct", 41.5, "To key into the unit", "Cyclic throw", "41.5"),
        (
            "transmitter.modes.normal.tail_gain_pct",
            -30.0,
            "To key into the transmitter",
            "Normal, tail gain",
            "−30",
        ),
        ("airframe.tail.servo.arm_mm", 8.25, "Tail", "Tail, servo, horn length", "8.25"),
    ],
)
def test_a_changed_setting_is_another_figure(path, value, title, label, said):
    group, _, rest = label.partition(", ")
    if group in ("Normal", "Tail"):
        named = (rest[:1].upper() + rest[1:], group)
    else:
        named = (label, "")
    assert one(sheet_of(), title, *named).value != said
    changed = one(sheet_of(with_((path, value))), title, *named)
    assert (changed.value, changed.mark) == (said, "entered")


def test_what_is_as_delivered_says_so():
    found = {each.label: each.mark for each in figures(sheet_of(), "To key into the unit")}
    assert found["Frame rate"] == "default"
    assert found["Cyclic throw"] == "entered"
    assert is_default(described(), "unit.frame_rate_hz")
    # A horn has no length of delivery.
    assert not is_default(described(), "airframe.servos.0.arm_mm")


def test_what_is_still_to_be_keyed_in_is_marked():
    held = [
        HeldSetting(1, "unit", "unit.ring_pct", 100.0),
        HeldSetting(2, "unit", "unit.phase_deg", 4.0),
    ]
    sheet = sheet_of(held=held)
    assert one(sheet, "To key into the unit", "Cyclic ring").note == ""
    assert one(sheet, "To key into the unit", "Phase").note == "to key in, was 4"


def test_a_reading_has_its_mean_its_band_and_its_verdict():
    """Zero pitch is wanted within 0.2° (F-table: zero pitch)."""
    entries = [("zero_pitch", "blade.0", 0.0), ("zero_pitch", "blade.0", 0.1)]
    sheet = sheet_of(entries=[*entries, ("zero_pitch", "blade.1", 0.9)])
    good, bad = (one(sheet, "Readings", f"Blade {each} over the boom") for each in "AB")
    assert (good.value, good.unit, good.mark) == ("0.05", "°", "measured")
    assert good.note == "wanted −0.2 to 0.2: in"
    assert bad.note.endswith(": out")
    assert good.group == "Zero pitch and tracking"


def test_what_nobody_read_is_not_measured_and_never_nought():
    readings = figures(sheet_of(), "Readings")
    assert len(readings) > 20
    assert {(each.value, each.mark) for each in readings} == {("not measured", "not measured")}
    looks = figures(sheet_of(), "Directions and fail-safe")
    assert {each.mark for each in looks} == {"not measured"}


def test_a_confirmed_direction_is_said_in_its_own_words():
    entries = [("final_directions", "collective", "right")]
    found = one(sheet_of(entries=entries), "Directions and fail-safe", "Collective up: pitch rises")
    assert (found.value, found.mark) == ("As it should", "measured")


def test_a_mode_is_computed_at_the_blade():
    """Half the throw is half the pitch, near enough, on a symmetric build."""
    label = "Normal, collective low, middle and high"
    full, half = (
        one(
            sheet_of(with_(("unit.collective_pct", pct), ("unit.collective_low_pct", pct))),
            "Modes at the blade",
            label,
        )
        for pct in (40.0, 20.0)
    )
    assert full.mark == "computed"
    degrees = [
        [float(each.replace("−", "-").rstrip("°")) for each in found.value.split(" · ")]
        for found in (full, half)
    ]
    assert degrees[0][1] == degrees[1][1] == 0
    assert degrees[1][2] == pytest.approx(degrees[0][2] / 2, rel=0.1)


def open_steps(sheet):
    """The open steps that stand on it, in its order."""
    found = lines(sheet, "Open and stale, the next first")
    return [step for line in found for step in line.partition(": ")[2].split(" · ")]


def test_open_steps_begin_with_the_next_one_and_each_stands_once():
    sheet = sheet_of()
    run = make_bench_run(described(), [], [])
    assert lines(sheet, "Open and stale, the next first")[0] == "next, open: 1\u00a0Make safe"
    found = open_steps(sheet)
    assert found == [f"{step.label}\u00a0{step.title}" for step in run.steps]
    assert len(found) > 30


def test_steps_that_stand_alike_are_one_line_and_others_say_why(ended_evening):
    bench, evening = ended_evening()
    setup = bench.setup
    run = make_bench_run(setup, evening.entries, [*evening.events, Event(999, ("power",))])
    sheet = make_bench_sheet(run, SavedState(None, None, fit=False, withheld=()))
    said = {}
    for line in lines(sheet, "Open and stale, the next first"):
        why, _, steps = line.partition(": ")
        said |= {step.partition("\u00a0")[2]: why for step in steps.split(" · ")}
    following = run.next_step()
    assert said == {
        standing.step.title: ", ".join(
            (*["next"][: standing.step.name == following], standing.state, *standing.because)
        )
        for standing in run.standings
        if standing.state not in ("good", "workable")
    }
    assert sum("stale" in why for why in said.values()) == 3


def test_every_setting_a_device_holds_is_on_it_once():
    sheet = sheet_of()
    for device in ("transmitter", "unit", "speed controller"):
        found = [(each.group, each.label) for each in figures(sheet, f"To key into the {device}")]
        assert len(found) == len(set(found))
    unit = {(each.group, each.label) for each in figures(sheet, "To key into the unit")}
    assert {("Governor", "Governor gain"), ("", "Heading hold"), ("Cyclic centre", "Aileron")} <= (
        unit
    )
    curve = one(sheet, "To key into the transmitter", "Pitch curve", "Normal")
    assert curve.value == "0 · 25 · 50 · 75 · 100"


def test_units_are_written_as_on_paper():
    units = {figure.unit for section in sheet_of().sections for figure in section.figures}
    assert {"µs", "°", "mm", "rpm"} <= units
    assert not units & {"us", "deg", "mohm", "us/deg"}


class TestDrawings:
    def test_the_swash_has_every_ball_where_it_stands(self):
        """x to the right, y down, nose up: azimuth clockwise from above (formulas, sign
        conventions)."""
        (swash,) = drawings(sheet_of(), "Metal")
        middle = swash.width / 2
        balls = [ring for ring in swash.rings if ring.filled]
        for ring, ball in zip(balls, described().airframe.swash.balls, strict=True):
            turned = math.degrees(math.atan2(ring.x - middle, middle - ring.y)) % 360
            assert turned == pytest.approx(ball.azimuth_deg % 360, abs=1e-6)
        said = {letters.text for letters in swash.letters}
        for n, ball in enumerate(described().airframe.swash.balls, start=1):
            assert f"{n} {ball.role}" in said
            assert f"{ball.role} at {ball.azimuth_deg:g}°" in swash.says

    def test_every_mode_has_its_curves_through_their_own_points(self):
        modes = described().transmitter.modes
        found = {each.title: each for each in drawings(sheet_of(), "Modes at the blade")}
        assert len(found) == 2 * len(modes.names())
        drawn = found["Normal, pitch curve"]
        heights = [ring.y for ring in drawn.rings]
        assert heights == sorted(heights, reverse=True)
        assert [each.text for each in drawn.letters][1:] == ["0", "25", "50", "75", "100"]
        line = max(drawn.strokes, key=lambda each: len(each.points))
        for ring in drawn.rings:
            off = [math.dist((ring.x, ring.y), point) for point in line.points]
            assert min(off) < 0.3

    def test_a_reading_stands_on_its_band_where_its_figure_says(self):
        entries = [("zero_pitch", "blade.0", 0.0), ("zero_pitch", "blade.1", 0.9)]
        sheet = sheet_of(entries=entries)
        good, bad = (one(sheet, "Readings", f"Blade {each} over the boom") for each in "AB")
        for figure, inside in ((good, True), (bad, False)):
            wanted = next(s for s in figure.ruler.strokes if s.weight == "thick")
            (low, _), (high, _) = wanted.points
            (mark,) = figure.ruler.rings
            assert (low <= mark.x <= high) == inside
            assert 0 < mark.x < figure.ruler.width
        unread = one(sheet_of(), "Readings", "Blade A over the boom")
        assert unread.ruler is None


def drawings(sheet, title):
    return [
        each for section in sheet.sections if section.title == title for each in section.drawings
    ]


class TestHeadSpeed:
    def test_tip_speed_is_radius_times_turning(self):
        """v = Ω·R (formulas §12)."""
        sheet = sheet_of(with_(("transmitter.modes.normal.head_speed_rpm", 2000.0)))
        radius_m = described().airframe.rotor.radius_mm / 1000
        found = one(sheet, "Head speed", "Tip speed", "Normal")
        assert float(found.value) == pytest.approx(2000 * 2 * math.pi / 60 * radius_m, abs=0.5)
        assert (found.unit, found.mark) == ("m/s", "computed")

    def test_a_mode_without_a_head_speed_says_so(self):
        sheet = sheet_of(with_(("transmitter.modes.normal.head_speed_rpm", None)))
        found = one(sheet, "Head speed", "Head speed", "Normal")
        assert (found.value, found.mark) == ("not set", "default")
        assert not any(
            each.label == "Tip speed" and each.group == "Normal"
            for each in figures(sheet, "Head speed")
        )


def test_a_reading_and_a_direction_have_the_day_of_the_newest_of_them():
    setup = described()
    read = [
        Entry(3, "zero_pitch", "blade.0", 0.3, setup),
        Entry(5, "zero_pitch", "blade.0", 0.3, setup),
        Entry(8, "final_directions", "collective", "rises", setup),
    ]
    days = {3: "12 May 2026", 5: "14 May 2026", 8: "16 May 2026"}
    run = make_bench_run(setup, read, [])
    sheet = make_bench_sheet(run, DRAFT, (), days)
    read = one(sheet, "Readings", "Blade A over the boom")
    assert read.group == "Zero pitch and tracking, 14 May 2026"
    seen = [each for each in figures(sheet, "Directions and fail-safe") if each.group]
    assert [each.group for each in seen] == ["16 May 2026"]
    # Where nobody knows the day, none is made up.
    unknown = one(make_bench_sheet(run, DRAFT), "Readings", "Blade A over the boom")
    assert unknown.group == "Zero pitch and tracking"


def test_what_is_alike_on_all_servos_is_one_line():
    assert one(sheet_of(), "Metal", "Horn length", "Servos 1 to 3")
    longer = sheet_of(with_(("airframe.servos.1.arm_mm", 12.25)))
    lengths = [each for each in figures(longer, "Metal") if "horn length" in each.label]
    assert [(each.label, each.value) for each in lengths][1] == ("Servo 2, horn length", "12.25")
    assert len(lengths) == 3


def test_a_part_that_is_missing_between_two_is_not_said_to_be_alike():
    """By hand: of 1, 2 and 4 nobody may read that 3 is the same."""
    several = [Figure(f"Servo {n}, horn length", "13", "mm", "entered") for n in (1, 2, 4)]
    assert group_by_holder(several) == tuple(several)
    assert [each.label for each in group_by_holder(several[:2])] == ["Servos 1 to 2, horn length"]
