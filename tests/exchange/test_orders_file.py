"""Orders of one's own as files: out and in again, and what is wrong with those that cannot be read."""

from __future__ import annotations

import pytest
from hypothesis import example, given, strategies as st
from msgspec.structs import replace

from narrow_cornice.derived.bought.to_buy import to_buy
from narrow_cornice.errors import CorniceError
from narrow_cornice.exchange.orders_file import orders_toml, read_orders
from narrow_cornice.explained.figures import reading
from narrow_cornice.explained.house_rules import HouseRules
from narrow_cornice.job import edits
from narrow_cornice.job.file import decode_job, encode_job
from narrow_cornice.job.paths import BriefPath
from narrow_cornice.job.samples import demo_job
from narrow_cornice.review.second_look import second_look
from narrow_cornice.trim.kinds import choice_key
from narrow_cornice.trim.orders import Order, checked_order, orders
from narrow_cornice.trim.proportion import SCHOOLS, proportion
from rooms import trimmed_of

MARSH = b"""
["marsh ionic"]
name = "Marsh Ionic"
column_diameters = 9
entablature_diameters = 2.25
architrave = 4
frieze = 5
cornice = 6
members = [["cymatium", 2], ["corona", 2], ["dentil band", 1], ["bed mould", 3]]
styles = ["slender and dainty"]
"""


def test_the_shipped_orders_go_out_and_come_in_the_same() -> None:
    shipped = tuple(orders().values())
    assert read_orders(orders_toml(shipped)) == shipped


@given(
    st.text(min_size=1).filter(str.strip),
    st.lists(st.text(min_size=1).filter(str.strip), min_size=1, max_size=8, unique=True),
    st.lists(st.text(), max_size=3),
    st.floats(1e-6, 1000),
)
@example("Two\nlines", ['a "quoted" \\ member\r\n'], ["slender\nand dainty"], 1 / 3)
def test_whatever_an_order_is_called_it_comes_in_as_it_went_out(
    name: str, members: list[str], styles: list[str], parts: float
) -> None:
    order = Order("own", name, parts, 2.0, parts, 3.0, 4.0, tuple((one, parts) for one in members), tuple(styles))
    assert read_orders(orders_toml([order])) == (order,)


@given(
    st.floats(1800, 6000),
    st.lists(st.floats(0.25, 8), min_size=3, max_size=3),
    st.lists(st.floats(0.25, 8), min_size=1, max_size=8),
    st.sampled_from(SCHOOLS),
)
def test_the_members_of_any_order_are_the_whole_to_a_billionth(
    height: float, parts: list[float], members: list[float], school: str
) -> None:
    named = tuple((f"member {n}", one) for n, one in enumerate(members))
    order = checked_order(Order("x", "X", 8.0, 2.0, *parts, named, ()), "x")
    wall = proportion(reading("height", height, "mm", None), order, school, HouseRules({}))  # type: ignore[arg-type]
    assert sum(one.value for one in wall.members.values()) == pytest.approx(wall.cornice.value, rel=1e-12, abs=1e-9)
    if wall.entablature is not None and wall.architrave is not None and wall.frieze is not None:
        whole = wall.architrave.value + wall.frieze.value + wall.cornice.value
        assert abs(whole - wall.entablature.value) < 1e-9
        assert wall.column is not None
        pedestal = wall.pedestal.value if wall.pedestal is not None else 0.0
        assert abs(pedestal + wall.column.value + wall.entablature.value - height) < 1e-9


def test_an_order_of_ones_own_is_built_kept_and_bought() -> None:
    (marsh,) = read_orders(MARSH)
    job = edits.put_orders([marsh], "orders").apply(demo_job())
    chosen = edits.choose_order("r1", "marsh ionic").apply(job)
    assert decode_job(encode_job(chosen), "a job") == chosen
    assert chosen.rooms[0].trim.order_in_force == marsh
    trim = trimmed_of(chosen.rooms[0], chosen.house_rules).trim
    assert trim is not None
    # Five parts: the entablature is a fifth of 2 974, the cornice 6 of its 15 parts, the dentil band 1 of 8.
    height = chosen.rooms[0].measured.heights
    tall = sum(one.mm for one in height) / len(height)
    assert trim.proportion.cornice.value == pytest.approx(tall / 5 * 6 / 15)
    band = next(one for one in trim.members if one.name == "dentil band")
    assert band.wants.value == pytest.approx(tall / 5 * 6 / 15 / 8)
    assert band.height.value == 30.0  # 29.74, made to the step of 2.5
    whole = edits.change_house_rule("one_piece_cornice", 500.0, "cornice in one piece").apply(chosen)
    assert any("dentil band" in line.name for line in to_buy(whole).lines)
    gone = edits.remove_order("marsh ionic", "Marsh Ionic").apply(chosen)
    assert gone.rooms[0].trim.order_in_force == marsh  # a room keeps what it was built by
    changed = edits.put_orders([replace(marsh, cornice=7.0)], "orders").apply(chosen)
    assert changed.rooms[0].trim.order_in_force.cornice == 7.0
    back = edits.choose_order("r1", "doric").apply(chosen)
    assert back.rooms[0].trim.own_order is None
    house = edits.order_of_the_house("r1").apply(chosen)
    assert all(room.trim.order_in_force == marsh for room in house.rooms)
    with pytest.raises(CorniceError, match="no order called"):
        edits.choose_order("r1", "nonsense").apply(job)


def test_a_lone_crown_is_the_uppermost_member_whatever_it_is_called() -> None:
    (marsh,) = read_orders(MARSH.replace(b'"cymatium"', b'"wave"').replace(b'"bed mould"', b'"cymatium"'))
    job = edits.choose_order("r1", "marsh ionic").apply(edits.put_orders([marsh], "orders").apply(demo_job()))
    for member in ("corona", "dentil band", "cymatium"):
        job = edits.change_trim("r1", choice_key("cornice", member), fitted=False).apply(job)
    trim = trimmed_of(job.rooms[0], job.house_rules).trim
    assert trim is not None
    assert [one.name for one in trim.members if one.fitted] == ["wave"]
    assert trim.lone_crown
    lowest = edits.change_trim("r1", choice_key("cornice", "cymatium"), fitted=True).apply(job)
    lowest = edits.change_trim("r1", choice_key("cornice", "wave"), fitted=False).apply(lowest)
    other = trimmed_of(lowest.rooms[0], lowest.house_rules).trim
    assert other is not None
    assert not other.lone_crown


def test_an_order_says_itself_for_which_styles_it_is() -> None:
    (marsh,) = read_orders(MARSH)
    job = edits.put_orders([marsh], "orders").apply(demo_job())
    job = edits.set_brief(BriefPath("r1", "", "", "style"), "slender and dainty", "mm").apply(job)
    keys = [one.key for one in second_look(edits.choose_order("r1", "marsh ionic").apply(job))]
    assert "style order:r1:slender and dainty" not in keys
    assert "style order:r1:slender and dainty" in [one.key for one in second_look(job)]


@pytest.mark.parametrize(
    ("text", "says"),
    [
        (b"", "no order in it"),
        (b"a = 1", "no order in it"),
        (b"[x", "no TOML"),
        (b"\xff\xff", "no TOML"),
        (MARSH.replace(b"frieze = 5\n", b""), r"frieze is missing.*\[marsh ionic\]|\[marsh ionic\].*frieze is missing"),
        (MARSH.replace(b"frieze = 5", b"frieze = true"), "frieze must be a number"),
        (MARSH.replace(b"frieze = 5", b"frieze = inf"), "no part of an order"),
        (MARSH.replace(b'"Marsh Ionic"', b"7"), "name must be a word"),
        (MARSH.replace(b'["slender and dainty"]', b"'dainty'"), "styles must be a list of words"),
        (MARSH.replace(b"frieze = 5", b"frieze = 'wide'"), "frieze must be a number"),
        (MARSH.replace(b"frieze = 5", b"frieze = -5"), "no part of an order"),
        (MARSH.replace(b"frieze = 5", b"freeze = 5"), "freeze is not known"),
        (MARSH.replace(b'["corona", 2]', b'["corona"]'), "list of names with their parts"),
        (MARSH.replace(b'["corona", 2]', b'["cymatium", 2]'), "a name of its own"),
        (MARSH.replace(b'["corona", 2]', b'["corona", 0]'), "parts above nought"),
    ],
)
def test_what_is_wrong_with_a_file_of_orders_is_said(text: bytes, says: str) -> None:
    with pytest.raises(CorniceError, match=says):
        read_orders(text)


def test_every_cornice_by_the_rank_of_its_room() -> None:
    job = edits.cornices_by_rank().apply(demo_job())
    made = {}
    for room in (one for one in job.rooms if not one.outdoors):
        trim = trimmed_of(room, job.house_rules).trim
        assert trim is not None
        made[room.id] = ([one.name for one in trim.members if one.fitted], trim.of("picture rail").fitted)
    assert made["r1"] == (["cymatium", "corona", "bed mould"], False)  # principal
    assert made["r3"] == (["cymatium"], True)  # secondary: with a picture rail where the architrave would end
    assert made["r4"] == (["crown"], False)  # plain
