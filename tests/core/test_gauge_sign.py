"""A gauge that shows an amount alone: nothing near zero is judged before its side is said.

That many gauges show no sign is common practice, no source.
"""

import pytest

from few import few
from judge import wrong_with
from mint_lever.bench import Entry, Event
from mint_lever.bench.practise.evening import work_through
from mint_lever.bench.practise.pilot_habits import Habits
from mint_lever.bench.run.fitness import judge_fitness
from mint_lever.bench.simulate.random_builds import any_helicopter
from mint_lever.bench.steps import make_bench_run
from mint_lever.devices import make_starting_profile
from mint_lever.setup import make_fresh_setup

FRESH = make_fresh_setup("Lovage 480")


def advice(step, *reads, events=(), devices=(), setup=FRESH):
    entries = [Entry(at, step, key, value, setup) for at, (key, value) in enumerate(reads)]
    return make_bench_run(setup, entries, events, devices).advice(step)


def gauge_of(signed):
    profile = make_starting_profile("gauge")
    figures = profile.gauge.model_copy(update={"signed": signed})
    return profile.model_copy(update={"gauge": figures})


ALIKE = [("blade.0", 0.3), ("blade.1", 0.3)]
AMOUNT = ("gauge.signed", "amount")


def test_what_the_gauge_shows_is_asked_once_before_any_blade():
    first = advice("zero_pitch")
    assert first.next_key == "gauge.signed"
    assert advice("zero_pitch", ("gauge.signed", "signed")).next_key == "blade.0"
    said_elsewhere = make_bench_run(FRESH, [Entry(0, "zero_pitch", *AMOUNT, FRESH)])
    assert "gauge.signed" not in [ask.key for ask in said_elsewhere.advice("tail_offset").asks]


@pytest.mark.parametrize("signed", [True, False])
def test_a_gauges_own_profile_says_it(signed):
    found = advice("zero_pitch", *ALIKE, devices=[gauge_of(signed)])
    keys = [ask.key for ask in found.asks]
    assert "gauge.signed" not in keys
    assert ("sign.blade.0" in keys) is not signed


def test_blades_that_lean_apart_are_not_called_alike():
    """+0.3° and −0.3° look the same on such a gauge: 0.6° apart is out, 0.0° good."""
    unsaid = advice("zero_pitch", AMOUNT, *ALIKE)
    assert unsaid.outcome == "begun"
    assert unsaid.next_key == "sign.blade.0"
    apart = advice(
        "zero_pitch", AMOUNT, *ALIKE, ("sign.blade.0", "shown"), ("sign.blade.1", "meant")
    )
    assert apart.outcome == "out"
    assert "within 0.6°" in apart.summary
    together = advice(
        "zero_pitch", AMOUNT, *ALIKE, ("sign.blade.0", "meant"), ("sign.blade.1", "meant")
    )
    assert together.outcome == "workable"
    assert "within 0.0°" in together.summary


def test_who_types_the_sign_is_not_asked_for_it():
    found = advice("zero_pitch", AMOUNT, ("blade.0", -0.3), ("blade.1", 0.0))
    assert not [ask for ask in found.asks if ask.key.startswith("sign.")]


def test_each_new_reading_has_a_side_of_its_own():
    said = [AMOUNT, *ALIKE, ("sign.blade.0", "shown"), ("sign.blade.1", "shown")]
    again = advice("zero_pitch", *said, ("blade.0", 0.4))
    assert again.next_key == "sign.blade.0"


def test_no_change_of_the_helicopter_changes_the_gauge():
    turned = Event(3, step="zero_pitch", aspects=("blade_link",))
    found = advice("zero_pitch", AMOUNT, *ALIKE, events=[turned])
    asked = {ask.key: ask.answer for ask in found.asks}
    assert asked["gauge.signed"] == "amount"
    assert asked["blade.0"] is None


def test_a_tail_of_which_the_side_is_unknown_is_never_called_right():
    typed = [AMOUNT, ("pitch", 3.5)]
    unsaid = advice("tail_offset", *typed)
    assert unsaid.outcome is None
    assert unsaid.next_key == "sign.pitch"
    assert unsaid.actions == ()
    words = {
        said: next(
            ask.word
            for ask in advice("tail_offset", *typed, ("sign.pitch", said)).asks
            if ask.key == "pitch"
        )
        for said in ("shown", "meant")
    }
    assert sorted(map(str, words.values())) == ["in", "wrong side"]


def test_the_phase_is_not_computed_from_amounts():
    setup = make_fresh_setup("Lovage 480", blades=3)
    reads = [("right.180", 0.3), ("left.180", 0.3), ("right.90", 6.0), ("left.90", 6.0)]
    entries = [
        Entry(0, "zero_pitch", *AMOUNT, setup),
        *(Entry(1 + at, "phase", *read, setup) for at, read in enumerate(reads)),
    ]
    unsaid = make_bench_run(setup, entries).advice("phase")
    assert unsaid.actions == ()
    assert unsaid.outcome == "begun"
    assert [ask.key for ask in unsaid.asks if ask.key.startswith("sign.")] == [
        f"sign.{key}" for key, _ in reads
    ]


def test_an_outermost_blade_typed_without_its_sign_moves_no_figure():
    """Full down −11° on blade A and "11" on the blade furthest from it: their mean is no pitch."""
    setup = make_fresh_setup("Lovage 480", blades=4)
    apart = [("blade.0", 0.0), ("blade.1", 0.1), ("blade.2", -0.3), ("blade.3", 0.4)]
    entries = [Entry(n, "zero_pitch", *each, setup) for n, each in enumerate(apart)]
    ends = [("up", 11.0), ("up", 11.0), ("down", -11.0), ("down", -11.0)]
    out = ["down.blade.2", "down.blade.3"]
    ends += [(key, 11.0) for key in out for _ in range(2)]
    entries += [Entry(10 + n, "collective_range", *each, setup) for n, each in enumerate(ends)]
    found = make_bench_run(setup, entries).advice("collective_range")
    asked = [ask.key for ask in found.asks if ask.key.startswith("sign.")]
    assert asked == [f"sign.{key}" for key in out]
    changed = [change.path for action in found.actions for change in action.changes]
    assert "unit.collective_low_pct" not in changed
    # A fault of its grip is no guess to make while its sign is asked for.
    assert "the other way" not in found.summary
    entries.append(Entry(20, "collective_range", asked[0], "shown", setup))
    sure = make_bench_run(setup, entries).advice("collective_range")
    assert "Blade C goes the other way" in sure.summary


@pytest.mark.parametrize("seed", few([320_000, 320_001, 320_002], 1))
def test_a_pilot_who_types_what_such_a_gauge_shows_ends_right(seed):
    bench = any_helicopter(seed)
    run = work_through(bench, Habits(unsigned=True), seed).run(bench)
    assert judge_fitness(run, [bench.setup]).fit
    assert wrong_with(bench.setup.as_document(), bench.truth.model_dump()) == []


class TestAGaugeThatRepeatsWorse:
    """F23: gauges repeat within 0.1°; one whose profile says 0.3° is asked more often."""

    COARSE = gauge_of(True).model_copy(
        update={"gauge": gauge_of(True).gauge.model_copy(update={"repeats_deg": 0.3})}
    )
    READ = (("blade.0", 0.3), ("blade.1", 0.3))

    def word(self, devices, *reads):
        found = advice("zero_pitch", *reads, devices=devices)
        return next(ask.word for ask in found.asks if ask.key == "blade.0")

    def test_one_reading_near_the_edge_is_not_enough(self):
        assert self.word([gauge_of(True)], *self.READ) == "workable"
        assert self.word([self.COARSE], *self.READ) == "read again"

    def test_two_readings_are(self):
        assert self.word([self.COARSE], *self.READ, ("blade.0", 0.2)) == "workable"

    def test_readings_apart_by_what_it_repeats_count_together(self):
        reads = (*self.READ, ("blade.0", -0.2))
        entries = [Entry(at, "zero_pitch", *each, FRESH) for at, each in enumerate(reads)]
        means = [
            make_bench_run(FRESH, entries, (), [gauge]).mean("zero_pitch", "blade.0")
            for gauge in (self.COARSE, gauge_of(True))
        ]
        assert means == pytest.approx([0.05, -0.2])

    def test_its_last_digit_is_the_fields(self):
        half = gauge_of(True).gauge.model_copy(update={"step_deg": 0.5})
        gauge = gauge_of(True).model_copy(update={"gauge": half})
        (ask, *_) = advice("zero_pitch", devices=[gauge]).asks
        assert ask.nudge == 0.5
