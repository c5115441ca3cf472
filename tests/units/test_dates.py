"""Dates as people write them."""

from __future__ import annotations

from datetime import date

import pytest
from hypothesis import given, strategies as st

from narrow_cornice.units.dates import parse_date


@pytest.mark.parametrize(
    "text",
    [
        "2027-03-15",
        "15.3.2027",
        "15/03/2027",
        "15 March 2027",
        "15th of March 2027",
        "March 15, 2027",
        "before 15 Mar 2027",
        "by the 15th of March, 2027",
    ],
)
def test_one_day_in_many_words(text: str) -> None:
    assert parse_date(text) == date(2027, 3, 15)


@pytest.mark.parametrize("text", ["February 2028", "Feb 2028", "2028-02", "by 02/2028"])
def test_a_month_is_its_last_day(text: str) -> None:
    assert parse_date(text) == date(2028, 2, 29)


@pytest.mark.parametrize("text", ["", "before the spring tides", "31.2.2027", "15", "2027", "2027-13-01", "soon"])
def test_what_is_no_date(text: str) -> None:
    assert parse_date(text) is None


@given(st.dates(date(1000, 1, 1)))
def test_every_day_is_read_back(day: date) -> None:
    assert parse_date(day.isoformat()) == day
    assert parse_date(f"{day.day}.{day.month}.{day.year}") == day


@given(st.text(max_size=40))
def test_no_text_is_too_much(text: str) -> None:
    assert parse_date(text) is None or isinstance(parse_date(text), date)
