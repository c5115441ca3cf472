"""Everything that goes out and can be read again comes back equal: one row for each of them."""

from __future__ import annotations

from collections.abc import Callable
from typing import NamedTuple

import pytest
from msgspec.structs import replace

from narrow_cornice.casework.kinds import beginnings
from narrow_cornice.exchange.decks import colours_gpl, read_deck
from narrow_cornice.exchange.kinds_file import kinds_toml, read_kinds
from narrow_cornice.exchange.orders_file import orders_toml, read_orders
from narrow_cornice.exchange.product_sheets import products_json, read_products, shipped_products
from narrow_cornice.exchange.profiles_in import catalogue_csv, catalogue_file, read_catalogue_csv
from narrow_cornice.exchange.readings_csv import read_readings, readings_table, take_readings
from narrow_cornice.job.file import decode_job, encode_job
from narrow_cornice.job.history import History
from narrow_cornice.job.model import Job
from narrow_cornice.job.samples import demo_job
from narrow_cornice.trim.catalogue import catalogue_json, shipped_profiles
from narrow_cornice.trim.orders import orders
from random_jobs import random_job

NAMES = ("Two\nlines", "a = b # c", '"quoted" \\ back', "漢字 🙂", "=1+1", "  blanks  ", "x" * 80)


class Trip(NamedTuple):
    """What goes out, and what it is when it has come back."""

    there: Callable[[], object]
    back: Callable[[], object]


def _named_orders() -> tuple[object, ...]:
    one = next(iter(orders().values()))
    return tuple(replace(one, key=f"own {number}", name=name) for number, name in enumerate(NAMES))


def _named_kinds() -> tuple[object, ...]:
    one = next(iter(beginnings().values()))
    return tuple(replace(one, name=name) for name in NAMES)


def _named_products() -> tuple[object, ...]:
    one = shipped_products()[0]
    return tuple(replace(one, id=f"own{number}", name=name.strip()) for number, name in enumerate(NAMES))


def _catalogue_as_csv() -> list[tuple[object, ...]]:
    lines = read_catalogue_csv(catalogue_csv(shipped_profiles(), {}))
    assert not [line.fault for line in lines if line.fault]
    return [_told(line.profile) for line in lines]


def _told(one: object) -> tuple[object, ...]:
    """Return what a table tells of a profile: all but its curves, which it tells as chords."""
    names = ("name", "uses", "species", "price_per_metre", "lengths", "shop")
    return tuple(getattr(one, name) for name in names)


TRIPS = {
    "job": Trip(demo_job, lambda: decode_job(encode_job(demo_job()), "a")),
    "orders": Trip(lambda: tuple(orders().values()), lambda: read_orders(orders_toml(tuple(orders().values())))),
    "orders of any name": Trip(_named_orders, lambda: read_orders(orders_toml(_named_orders()))),  # type: ignore[arg-type]
    "kinds": Trip(lambda: tuple(beginnings().values()), lambda: read_kinds(kinds_toml(beginnings()))),
    "kinds of any name": Trip(
        _named_kinds,
        lambda: read_kinds(kinds_toml({f"own{n}": one for n, one in enumerate(_named_kinds())})),  # type: ignore[misc]
    ),
    "products": Trip(shipped_products, lambda: read_products(products_json(shipped_products()))),
    "products of any name": Trip(_named_products, lambda: read_products(products_json(_named_products()))),  # type: ignore[arg-type]
    "catalogue as JSON": Trip(
        shipped_profiles, lambda: catalogue_json(catalogue_file(shipped_profiles(), {}), "catalogue")
    ),
    "catalogue as CSV": Trip(lambda: [_told(one) for one in shipped_profiles()], _catalogue_as_csv),
    "colours as GPL": Trip(
        lambda: [(one.name, one.hex) for one in demo_job().colours],
        lambda: [(one.name, one.hex) for one in read_deck(colours_gpl(demo_job()).encode(), "a").colours],
    ),
}


@pytest.mark.parametrize("name", TRIPS)
def test_what_goes_out_comes_back_equal(name: str) -> None:
    trip = TRIPS[name]
    assert trip.back() == trip.there()


def test_profiles_of_a_table_are_as_large_as_they_were() -> None:
    for one, line in zip(shipped_profiles(), read_catalogue_csv(catalogue_csv(shipped_profiles(), {})), strict=True):
        assert line.profile is not None
        assert (line.profile.height, line.profile.depth) == pytest.approx((one.height, one.depth), abs=0.06)


@pytest.mark.parametrize("seed", range(6))
def test_any_job_comes_back_equal(seed: int) -> None:
    job = random_job(seed)
    assert decode_job(encode_job(job), "a") == job


def _sizes(job: Job, number: int) -> list[object]:
    measured = job.rooms[number].measured
    return [
        [[(one.mm, one.instrument, one.sigma) for one in wall.readings] for wall in measured.walls],
        [[(one.degrees, one.sigma) for one in wall.angles] for wall in measured.walls],
        [(one.mm, one.instrument, one.sigma, one.wall) for one in measured.heights],
        [
            ({one.first, one.second}, [(r.mm, r.instrument, r.sigma) for r in one.readings])
            for one in measured.diagonals
        ],
        [(one.of, [r.mm for r in one.readings]) for one in measured.offsets],
        [(one.level, one.place.mm, [r.mm for r in one.readings]) for one in measured.widths],
    ]


@pytest.mark.parametrize("unit", ["mm", "in"])
@pytest.mark.parametrize("number", range(5))
def test_readings_of_a_room_come_back_equal_in_both_units(number: int, unit: str) -> None:
    job = demo_job()
    room = job.rooms[number]
    if not room.measured.walls:
        return
    lines = read_readings(readings_table(room).encode(), room, unit)  # type: ignore[arg-type]
    assert not [line.fault for line in lines if line.fault]
    history = History(job)
    history.do(take_readings(room, lines, replace=True))
    assert _sizes(history.job, number) == _sizes(job, number)
