"""What is printed under a figure multiplies out, in millimetres and in inches: the text itself is worked out again."""

from __future__ import annotations

import re
from collections.abc import Iterator
from fractions import Fraction

import pytest
from msgspec.structs import replace

from arithmetic import evaluate
from narrow_cornice.derived.bought.hours import job_hours
from narrow_cornice.derived.bought.tally import tally
from narrow_cornice.derived.bought.to_buy import to_buy
from narrow_cornice.derived.coated.coatings import coated_surfaces
from narrow_cornice.derived.coated.painting_hours import coating
from narrow_cornice.derived.trimwork.trimmed import trimmed_room
from narrow_cornice.explained.figures import Figure, choice, reading, table, total
from narrow_cornice.explained.house_rules import HouseRules, shipped_rules
from narrow_cornice.explained.working import working
from narrow_cornice.job.model import Job, Settings
from narrow_cornice.job.samples import demo_job
from narrow_cornice.units.show import IMPERIAL, METRIC, SQUARE_FOOT_M2, InUnits, show_quantity
from narrow_cornice.units.told import said_in

WAYS = (METRIC, InUnits("mm", 0.5), IMPERIAL, InUnits("in", 1, 8), InUnits("in", 1, 32))
FEET = re.compile(r"(?:(\d[\d ]*)' ?)?(?:(\d+(?:\.\d+)?(?![/\d]))? ?(?:(\d+)/(\d+))?\")?")
UNITS = re.compile(
    r" (?:m²/L|m²|sq ft/L|sq ft|ft|mm|m|L|kg/m²|kg|tubes?|knife|pieces?|bottles?|sheets|lx|lm|cd|GPa|N/m|N m²|kg/m|h)"
    r"(?![\w²])"
    r"| (?:strips?|tiles?|widths?)"
    r"|°"
)


def figures_of(job: Job) -> Iterator[Figure]:
    yield from tally(job).values()
    yield job_hours(job)
    for line in to_buy(job).lines:
        yield from (line.needed, line.cost, *(amount for _, _, amount in line.shares))
    for room in job.rooms:
        trimmed = trimmed_room(room, job.house_rules)
        if trimmed is None:
            continue
        yield from (side.length for side in trimmed.measured.plan.sides)
        yield from (piece.height for piece in trimmed.trim.kinds.values() if piece.height is not None)
        for one in coated_surfaces(room, job.house_rules, job.paints, job.colours):
            yield from (one.surface.gross, one.surface.openings, one.surface.covered, one.surface.net)
            yield from (one for one in (one.coats, one.litres, one.primer_litres) if one is not None)


def every(figures: Iterator[Figure]) -> list[Figure]:
    """Return all figures of trees of them that have a working."""
    found: dict[int, Figure] = {}
    wait = list(figures)
    while wait:
        one = wait.pop()
        if id(one) not in found:
            found[id(one)] = one
            wait += [part for _, part in one.inputs]
    return [one for one in found.values() if one.inputs]


def number(text: str) -> tuple[float, float]:
    """Return a printed result as a number and half of its last digit: inches where it is in feet and inches."""
    if "'" in text or '"' in text:
        feet, inches, over, under = FEET.fullmatch(text.strip()).groups()  # type: ignore[union-attr]
        part = Fraction(int(over), int(under)) if over else Fraction(0)
        return float(int(feet or 0) * 12 + Fraction((inches or "0").replace(" ", "")) + part), 0.0
    plain = UNITS.sub("", text).replace(" ", "").replace("−", "-")
    plain = plain.removesuffix("%")
    digits = len(plain.partition(".")[2])
    return float(plain), 0.5 * 10.0**-digits


def inches(found: re.Match[str]) -> str:
    return f"({number(found.group())[0]!r})" if found.group().strip() else found.group()


def printed(figure: Figure, text: str) -> float:
    """Return what the left side of a printed working comes to."""
    for name in sorted({part.name for _, part in figure.inputs}, key=len, reverse=True):
        text = re.sub(rf"(^|[+−] ){re.escape(name)} (?=[\d(])", r"\1", text)
    text = re.sub(
        r"\d[\d ]*' (?:\d+ )?\d+/\d+\"|\d[\d ]*' \d+\"|\d[\d ]*'|(?:\d+ )?\d+/\d+\"|\d+(?:\.\d+)?\"", inches, text
    )
    text = re.sub(r"(?<=\d) (?=\d{3}(?!\d))", "", text)  # thousands stand apart
    return evaluate(UNITS.sub("", text), {})


@pytest.mark.parametrize("how", WAYS, ids=lambda way: f"{way.unit} {way.step} {way.denominator}")
def test_every_printed_working_of_the_demo_comes_to_what_is_printed(how: InUnits) -> None:
    job = demo_job()
    counted = 0
    for figure in every(figures_of(replace(job, settings=Settings(how.unit, how.step, how.denominator)))):
        text = working(figure, how)
        left, _, right = text.rpartition(" = ")
        right, _, in_feet = right.partition(", or ")  # of what is neither metres nor feet
        result, half = number(right)
        if in_feet:
            assert number(in_feet)[0] == pytest.approx(result / SQUARE_FOOT_M2, abs=0.11)
        if how.unit == "in" and ("'" in right or '"' in right):
            half = 0.5 / how.denominator
        elif "mm" in right:
            half = 0.25 if abs(result) < 100 else how.step / 2
        assert printed(figure, left) == pytest.approx(result, abs=half + 1e-6), text
        assert not re.search(r"(?<![\d.])1000(?![\d.])", left), text  # no factor of conversion is left over
        counted += 1
    assert counted > 700


def test_rates_are_told_and_typed_by_the_foot_in_a_job_in_inches() -> None:
    """12 m² in an hour are 12 ÷ 0.09290304 = 129.17 sq ft; 20 m are 65.62 ft; a quarter of an hour for a metre is
    0.0762 for a foot."""
    rules = shipped_rules()
    coat, edges = rules["hours_coat"], rules["hours_cut_in"]
    assert (coat.shown(12.0, METRIC), coat.shown(12.0, IMPERIAL)) == ("12 m²/h", "129.2 sq ft/h")
    assert (edges.shown(20.0, METRIC), edges.shown(20.0, IMPERIAL)) == ("20 m/h", "65.62 ft/h")
    assert show_quantity(0.25, "h/m", IMPERIAL) == "0.0762 h/ft"
    for text, unit, value in (
        ("150", "mm", 150.0),
        ("150", "in", 150 * SQUARE_FOOT_M2),
        ("150 sq ft/h", "in", 150 * SQUARE_FOOT_M2),
        ("150 sq ft/h", "mm", 150 * SQUARE_FOOT_M2),
        ("12 m²/h", "in", 12.0),
    ):
        assert coat.read(text, unit) == pytest.approx(value), (text, unit)
    assert edges.read("60", "in") == pytest.approx(60 * 0.3048)
    area = Figure("wall", 1.99, "m²", "reading")
    hours = coating(
        area,
        *(table(name, n, "", "") for name, n in (("coats", 2.0), ("more", 0.0))),
        HouseRules().figure("hours_coat"),
        *(table(name, 1.0, "", "") for name in ("height", "method")),
    )
    assert working(hours, METRIC) == "1.99 m² × (2 + 0) ÷ 12 × 1 × 1 = 0.3 h"
    assert working(hours, IMPERIAL) == "21.4 sq ft × (2 + 0) ÷ 129.2 × 1 × 1 = 0.3 h"


def test_a_rule_that_was_changed_says_what_is_usual_in_the_units_of_the_job() -> None:
    note = HouseRules({"reading_sigma": 3.0}).figure("reading_sigma").note
    assert "Usually 2 mm" in said_in(note, METRIC)
    assert 'Usually 5/64"' in said_in(note, IMPERIAL)
    assert HouseRules().figure("reading_sigma").shown(IMPERIAL) == '5/64"'


def test_like_terms_stand_together() -> None:
    legs = [choice(f"leg, {name}", 2000.0, "mm") for name in ("door", "door", "window", "window")]
    parts = [replace(leg, like="legs") for leg in legs] + [replace(choice("head, door", 900.0, "mm"), like="heads")]
    whole = total("casing", "run", parts)
    assert whole.value == 8900.0
    assert working(whole, METRIC) == "4 legs 8 m + head, door 0.9 m = 8.9 m"
    assert working(whole.inputs[0][1], METRIC) == "leg, door 2 × 2 m + leg, window 2 × 2 m = 8.0 m"
    assert [leaf.name for leaf in whole.leaves()] == [part.name for part in parts]


def test_what_shows_as_nothing_is_no_term_of_a_sum() -> None:
    parts = [Figure("bookcase", 0.52, "m²", "table"), Figure("counted twice", -0.0001, "m²", "table")]
    assert working(total("covered", "m²", parts), METRIC) == "bookcase 0.52 m² = 0.52 m²"
    assert working(total("covered", "m²", parts, listed=True), METRIC) == "bookcase 0.52 m² = 0.52 m²"
    none = [Figure("openings", 0.0, "m²", "table")] * 2
    assert working(total("openings", "m²", none), METRIC) == "2 × 0 m² = 0.00 m²"


def test_what_is_listed_adds_up_as_it_is_shown() -> None:
    """Three thirds of a cent are nothing in a list, and 1.004 m² stand there as 1.00."""
    parts = [reading(f"wall {n}", 1.004, "m²", None) for n in range(5)]
    assert total("all", "m²", parts, listed=True).shown(METRIC) == "5.00 m²"
    assert total("all", "m²", parts).shown(METRIC) == "5.02 m²"
    job = demo_job()
    lines = to_buy(job).lines
    cents = [round(100 * line.price) for line in lines]
    assert [line.price for line in lines] == [cent / 100 for cent in cents]
    assert to_buy(job).price == sum(cents) / 100
    for line in lines:
        rooms = [line.share_of_price(room) for room, _, _ in line.shares]
        assert round(100 * sum(rooms)) == round(100 * line.price)


@pytest.mark.parametrize("how", [METRIC, IMPERIAL], ids=["mm", "in"])
def test_the_schedule_adds_up_as_it_is_shown(how: InUnits) -> None:
    job = demo_job()
    for room in job.rooms:
        for one in coated_surfaces(room, job.house_rules, job.paints, job.colours):
            surface = one.surface
            gross, openings, covered, net = (
                number(figure.shown(how))[0]
                for figure in (surface.gross, surface.openings, surface.covered, surface.net)
            )
            assert net == pytest.approx(gross - openings - covered, abs=1e-9), surface.name


def test_a_size_is_shown_alike_wherever_it_is_shown() -> None:
    assert Figure("", 148.7, "mm").shown(METRIC) == "149 mm"
    assert Figure("", 56.75, "mm").shown(METRIC) == "57 mm"
    assert Figure("", 7.4, "mm").shown(METRIC) == "7.5 mm"
    assert Figure("", 0.3815, "kg").shown(METRIC) == "0.38 kg"
