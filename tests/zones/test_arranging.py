"""Arrangements that are offered keep every clearance they claim to, and stop when they are told to."""

from __future__ import annotations

import time

import pytest

from narrow_cornice.explained.house_rules import HouseRules
from narrow_cornice.zones.arrange import RoomPlaces, arrangements, wall_places
from narrow_cornice.zones.clearances import Obstacle, Standing, overlaps, shortages
from narrow_cornice.zones.library import furniture
from narrow_cornice.zones.plan_shapes import Footprint

ROOM = ((0.0, 0.0), (4600.0, 0.0), (4600.0, 3800.0), (0.0, 3800.0))
SWING = Obstacle("door", "o1", "door", ((0.0, 0.0), (850.0, 0.0), (600.0, 600.0), (0.0, 850.0)))
RULES = HouseRules()


def places(**changed: object) -> RoomPlaces:
    walls = wall_places(ROOM, ["w1", "w2", "w3", "w4"], [[(1500.0, 3000.0, 900.0)], [], [], []])
    made = RoomPlaces(ROOM, walls, (SWING,), ((400.0, 350.0),), lambda x, y: 2500.0, None)
    return made._replace(**changed)


def pieces(*kinds: str) -> list[Standing]:
    made = []
    for number, key in enumerate(kinds):
        kind = furniture()[key]
        made.append(Standing(f"s{number}", key, kind, Footprint(0, 0, kind.width, kind.depth), kind.height))
    return made


@pytest.mark.parametrize(
    "kinds", [("double bed", "bedside table", "wardrobe"), ("sofa", "armchair", "low table", "desk")]
)
def test_what_is_offered_runs_into_nothing_and_says_what_is_short(kinds: tuple[str, ...]) -> None:
    mine = pieces(*kinds)
    found = arrangements(places(), mine, [], RULES, 1.2)
    assert found
    assert [one.points for one in found] == sorted(one.points for one in found)
    for one in found:
        standing = [piece._replace(foot=one.places[piece.id].foot) for piece in mine]
        short = 0
        for piece in standing:
            assert not list(overlaps(piece, standing, [SWING], ROOM))
            short += sum(1 for _ in shortages(piece, standing, [SWING], ROOM, RULES))
        assert short == sum("short" in words for words in one.said)
        for piece in standing:  # nothing tall stands before the window
            put = one.places[piece.id]
            if put.wall == "w1" and piece.height > 920:
                half = piece.foot.width / 2
                assert put.along + half <= 1500.1 or put.along - half >= 2999.9


def test_a_piece_against_a_wall_has_its_back_to_it() -> None:
    (wardrobe,) = pieces("wardrobe")
    for one in arrangements(places(), [wardrobe], [], RULES, 0.4):
        put = one.places["s0"]
        assert put.wall
        back = put.foot.at(0.0, -put.foot.depth / 2)
        assert min(back[0], back[1], 4600 - back[0], 3800 - back[1]) == pytest.approx(0.0, abs=1.0)


def test_under_a_slope_only_what_is_low_enough_stands() -> None:
    low = places(height=lambda x, y: 900.0 + x / 2)
    (wardrobe,) = pieces("wardrobe")
    for one in arrangements(low, [wardrobe], [], RULES, 0.5):
        assert min(900 + x / 2 for x, _ in one.places["s0"].foot.corners) >= 2000


def test_it_stops_at_once_and_keeps_what_it_has() -> None:
    heard: list[int] = []
    begun = time.monotonic()
    found = arrangements(
        places(),
        pieces("sofa", "armchair"),
        [],
        RULES,
        30.0,
        lambda some: heard.append(len(some)),
        lambda: len(heard) > 0,
    )
    assert time.monotonic() - begun < 10.0
    assert len(found) == heard[-1]


def test_what_has_no_room_is_offered_no_place() -> None:
    tiny = ((0.0, 0.0), (1000.0, 0.0), (1000.0, 900.0), (0.0, 900.0))
    room = RoomPlaces(tiny, wall_places(tiny, list("abcd"), [[]] * 4), (), (), lambda x, y: 2500.0, None)
    assert arrangements(room, pieces("double bed"), [], RULES, 2.0) == ()
