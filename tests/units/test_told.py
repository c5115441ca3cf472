"""Texts with sizes read in millimetres, and in inches where a job is in inches."""

from __future__ import annotations

import copy
import math
import pickle

from narrow_cornice.errors import CorniceError
from narrow_cornice.units.show import IMPERIAL, METRIC
from narrow_cornice.units.told import Long, Told, amount_told, said_in, together, told_of, unlike


def test_a_text_keeps_its_sizes_for_a_job_in_inches() -> None:
    text = Told("Only ", 254.0, " is left, of {no} matter.")
    assert text == "Only 254 mm is left, of {no} matter."
    assert said_in(text, IMPERIAL) == 'Only 10" is left, of {no} matter.'
    assert said_in("nothing to convert in 254 mm", IMPERIAL) == "nothing to convert in 254 mm"
    for again in (copy.copy(text), pickle.loads(pickle.dumps(text))):
        assert said_in(again, IMPERIAL) == said_in(text, IMPERIAL)


def test_an_error_keeps_them_with_its_place_and_its_remedy() -> None:
    error = CorniceError(Told("A joint of ", 203.2, " cannot be."), where="joint", remedy="Less.")
    assert str(error) == "joint: A joint of 203 mm cannot be. Less."
    assert said_in(told_of(error), IMPERIAL) == 'joint: A joint of 8" cannot be. Less.'
    assert told_of(CorniceError("Plain.")) == "Plain."


def test_what_is_no_number_is_said_all_the_same() -> None:
    assert said_in(Told("A piece of ", math.inf, " cannot be."), METRIC) == "A piece of inf mm cannot be."


def test_sums_that_read_alike_are_told_apart_by_what_is_between_them() -> None:
    assert Told("They come to ", 1200.3, *unlike(1200.3, 1200.0), ".") == (
        "They come to 1 200 mm, 0.5 mm more than is clear."
    )


def test_what_is_sold_by_the_length_reads_in_metres_or_feet() -> None:
    bars = together((Told(f"{count} × ", Long(length)) for count, length in ((2, 4800.0), (1, 3000.0))), " + ")
    assert bars == "2 × 4.8 m + 1 × 3 m"
    assert said_in(bars, IMPERIAL) == "2 × 15' 9\" + 1 × 9' 10 1/8\""
    assert together([], ", ") == ""


def test_an_amount_by_the_metre_reads_in_feet_too() -> None:
    """3 m are 118.11 inches: 9 feet and 10 1/8; a pack of 25 m says so in a job in mm."""
    assert said_in(amount_told(3.0, "m"), IMPERIAL) == "9' 10 1/8\""
    assert amount_told(25.0, "m") == "25 m"
    assert amount_told(4.0, "pieces") == "4 pieces"
