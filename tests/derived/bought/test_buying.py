"""What is used up, what is left over, what was got and paid, what things cost and weigh, and schemes side by side."""

from __future__ import annotations

import pytest
from msgspec.structs import replace

from narrow_cornice.casework.boards import materials, sheet_goods
from narrow_cornice.derived.bought import purchases
from narrow_cornice.derived.bought.costs import cost_with_labour, costs
from narrow_cornice.derived.bought.deliveries import deliveries, weight_of
from narrow_cornice.derived.bought.hours import job_hours, job_labour
from narrow_cornice.derived.bought.lines import OF_KIND, PHASES, InSheets, InTins, LineToBuy
from narrow_cornice.derived.bought.to_buy import to_buy
from narrow_cornice.derived.programmed.programme import programme_of
from narrow_cornice.errors import CorniceError
from narrow_cornice.job import edits
from narrow_cornice.job.bought import Purchase
from narrow_cornice.job.finishes import LeftTin
from narrow_cornice.job.history import History
from narrow_cornice.job.model import Job
from narrow_cornice.job.samples import demo_job, starting_job
from narrow_cornice.review.schemes import scheme_figures, schemes_of
from narrow_cornice.units.dates import today
from narrow_cornice.units.lengths import Length
from random_jobs import random_job


def mm(value: float) -> Length:
    return Length(float(value), f"{value:g}")


def room_of(**finish: object) -> History:
    """A room of 4 000 × 3 000 × 2 500 without trim, its walls 35 m², painted with wall paint."""
    history = History(starting_job())
    history.do(edits.add_room("Room", mm(4000), mm(3000), mm(2500)))
    for kind in ("skirting", "casing", "cornice"):
        history.do(edits.change_trim("r1", kind, fitted=False))
    history.do(edits.change_finishes({"r1": ["upper wall"]}, "f", **{"paint": "wall-matt", "colour": "c3", **finish}))
    return history


def needed(job: Job, key: str) -> float:
    line = to_buy(job).line(key)
    return line.needed.value if line is not None else 0.0


def wall_paint(job: Job) -> LineToBuy:
    line = to_buy(job).line("paint:wall-matt:c3")
    assert line is not None
    return line


# ---- sundries


def test_sundries_by_hand() -> None:
    job = room_of().job
    assert needed(job, "sundry:cleaner") == pytest.approx(35 * 0.03)  # washed
    assert needed(job, "sundry:abrasive") == pytest.approx(35 * 0.12)  # sanded
    assert needed(job, "sundry:roller") == pytest.approx(35 * 2 * 0.012)  # two coats
    assert needed(job, "sundry:sheet") == pytest.approx(12 * 0.05)  # the floor of the room
    assert needed(job, "sundry:tape") == 0
    two = edits.change_room("r1", "two tones", two_tone="at a height", split=mm(1000)).apply(job)
    assert needed(two, "sundry:tape") == 0  # one colour on both
    toned = edits.change_finishes({"r1": ["lower wall"]}, "f", paint="wall-matt", colour="c4").apply(two)
    assert needed(toned, "sundry:tape") == pytest.approx(14 * 1.05)
    accent = edits.change_finishes({"r1": ["upper wall@w1"]}, "f", colour="c4").apply(job)
    assert needed(accent, "sundry:tape") == pytest.approx(2 * 2.5 * 1.05)  # both its corners
    glossy = edits.change_finishes({"r1": ["upper wall"]}, "f", system="glossy").apply(job)
    assert needed(glossy, "sundry:abrasive") == pytest.approx(35 * 0.2)
    none = edits.change_house_rule("count_sundries", 0.0, "sundries").apply(job)
    assert not [line for line in to_buy(none).lines if line.kind == "sundry"]


def test_every_kind_of_line_is_wanted_for_some_part_of_the_work() -> None:
    everything = to_buy(demo_job())
    assert {line.kind for line in everything.lines} <= {*OF_KIND, "own"}
    parts = everything.phases()
    assert [phase for phase, _ in parts] == [one for one in PHASES if one in {line.phase for line in everything.lines}]
    assert sum(len(lines) for _, lines in parts) == len(everything.lines)


# ---- left over


def tin(identity: str, litres: float, days: int | None, **fields: object) -> LeftTin:
    return replace(
        LeftTin(identity, "wall-matt", "c3", litres, None if days is None else today() - days, f"B{identity}"), **fields
    )


def with_left(*tins: LeftTin) -> Job:
    history = room_of()
    for one in tins:
        assert history.do(edits.put_left_tin(one, "paint"))
    return history.job


def test_left_over_paint_is_used_first_the_oldest_first() -> None:
    plain = wall_paint(room_of().job)
    line = wall_paint(with_left(tin("t1", 1.0, 30), tin("t2", 2.0, 300)))
    assert isinstance(line.goods, InTins)
    assert [one.id for one in line.goods.there] == ["t2", "t1"]
    assert line.needed == plain.needed  # what is needed stays what it is
    bought = sum(size * count for size, count, _ in line.buy)
    assert bought >= line.needed.value - 3.0
    assert line.left == pytest.approx(bought + 3.0 - line.needed.value)
    assert line.price < plain.price
    assert "3 L left over used first (batch Bt2, Bt1)" in line.why
    enough = wall_paint(with_left(tin("t1", 30.0, 30)))
    assert (enough.buy, enough.price, enough.bought_as) == ((), 0.0, "nothing")


def test_what_is_too_old_or_kept_for_touching_up_is_not_used() -> None:
    job = with_left(tin("t1", 1.0, 800), tin("t2", 1.0, 10, touch_up=True), tin("t3", 1.0, None))
    line = wall_paint(job)
    assert isinstance(line.goods, InTins)
    assert [one.id for one in line.goods.there] == ["t3"]
    assert any("past its age" in words for words in to_buy(job).missing)
    longer = edits.put_paint(replace(job.paints[0], keeps=60)).apply(job)
    assert any(one.id == "t1" for one in wall_paint(longer).goods.there)  # type: ignore[union-attr]
    with pytest.raises(CorniceError):
        edits.put_left_tin(tin("t4", 0.0, 1), "paint")


# ---- what was got


def test_what_was_got_is_never_changed_in_silence() -> None:
    history = room_of()
    line = wall_paint(history.job)
    assert purchases.tick_state(history.job, line) == ""
    size, count, _ = line.buy[0]
    assert history.do(edits.record_purchase(line.key, Purchase(((size, 1),), 40.0, "another matt"), line.name))
    job = history.job
    assert purchases.tick_state(job, line) == "part"
    left = purchases.still_to_get(job, line)
    assert dict(left).get(size, 0) == count - 1
    assert purchases.paid(job, line) == 40.0
    assert "another matt" in " ".join(purchases.told_of(job, line))
    assert purchases.cost_as_paid(job).value == pytest.approx(to_buy(job).price - line.price + 40.0)
    assert purchases.paid_so_far(job).value == 40.0  # type: ignore[union-attr]
    assert history.do(edits.tick(line.key, line.bought_as, line.name))
    assert purchases.tick_state(history.job, line) == "bought"
    assert history.do(edits.change_finishes({"r1": ["upper wall@w1"]}, "f", left=True))
    smaller = wall_paint(history.job)
    assert smaller.buy != line.buy
    assert purchases.tick_state(history.job, smaller) == "changed"
    assert history.job.purchases[line.key].got == ((size, 1),)  # what was got stays what it is
    assert f"Ticked when it was {line.bought_as}" in " ".join(purchases.told_of(history.job, smaller))
    much = Purchase(((99.0, 2),))
    assert history.do(edits.record_purchase(line.key, much, line.name))
    assert purchases.got_beyond(history.job, smaller) == ((99.0, 2),)
    with pytest.raises(CorniceError):
        edits.record_purchase(line.key, Purchase(paid=-1.0), line.name)
    assert history.do(edits.record_purchase(line.key, None, line.name))
    assert history.job.purchases == {}


# ---- cost and weight


@pytest.mark.parametrize("seed", [-1, 3, 8])
def test_what_every_thing_costs_makes_what_the_list_costs(seed: int) -> None:
    job = demo_job() if seed < 0 else random_job(seed, 30)
    job = edits.change_house_rule("wage", 30.0, "wage").apply(job)
    every = costs(job)
    whole = [one for one in every if one.whole]
    assert sum(one.materials for one in whole) == pytest.approx(to_buy(job).price, abs=0.005)
    for room in whole:
        parts = [one for one in every if not one.whole and one.about.room == room.about.room]
        assert sum(one.materials for one in parts) == pytest.approx(room.materials, abs=0.005)
        assert sum(one.hours for one in parts) == pytest.approx(room.hours, abs=0.051)
        assert sum(one.together for one in parts) == pytest.approx(room.together, abs=0.005)
        assert all(one.materials >= -1e-9 for one in parts)
    slack = 0.06 * len(every)  # each is rounded by itself
    assert sum(one.hours for one in whole) == pytest.approx(job_hours(job).value, abs=slack)
    labour = job_labour(job)
    assert labour is not None
    assert sum(one.labour for one in whole) == pytest.approx(labour.value, abs=30 * slack)
    assert cost_with_labour(job).value == pytest.approx(sum(one.together for one in whole), abs=0.01)


def test_what_goods_weigh_by_hand() -> None:
    job = demo_job()
    for line in to_buy(job).lines:
        if isinstance(line.goods, InSheets):
            goods = sheet_goods()[line.goods.cut.board]
            one = goods.length * goods.width * goods.thickness * 1e-9 * materials()[goods.material].density
            assert weight_of(job, line) == pytest.approx(one * sum(count for _, count, _ in line.buy))
        if line.key == "sundry:adhesive":
            assert weight_of(job, line) == pytest.approx(sum(size * count for size, count, _ in line.buy))
        if isinstance(line.goods, InTins):
            assert weight_of(job, line) == pytest.approx(1.35 * sum(size * count for size, count, _ in line.buy))
    heavy = {one.name: one.heavy for one in deliveries(job)}
    assert heavy["Timber yard"]
    light = edits.change_house_rule("delivery_from", 1e5, "delivered from").apply(job)
    assert not any(one.heavy for one in deliveries(light))


# ---- schemes


def test_schemes_stand_side_by_side_and_rooms_go_from_one_to_the_other() -> None:
    history = room_of()
    assert history.do(edits.keep_scheme("Without the accent"))
    assert history.job.scheme == "Without the accent"
    assert history.do(edits.change_finishes({"r1": ["ceiling"]}, "f", paint="ceiling-flat", colour="c1"))
    now, other = schemes_of(history.job)
    assert (now.name, other.name) == ("Without the accent", "First scheme")
    assert scheme_figures(now.job).cost > scheme_figures(other.job).cost
    assert scheme_figures(other.job).litres == pytest.approx(wall_paint(other.job).needed.rounded(other.job.settings))
    assert scheme_figures(now.job).days == programme_of(now.job).plan.days
    before = history.job
    assert history.do(edits.take_scheme(other.id, other.name))
    assert history.job.scheme == "First scheme"
    assert history.job.rooms == before.schemes[0].rooms
    assert history.job.schemes[0].rooms == before.rooms  # the other way round
    assert history.do(edits.take_room(other.id, "r1", "Room"))
    assert history.job.rooms == before.rooms
    assert history.do(edits.rename_scheme("", "The one"))
    assert history.job.scheme == "The one"
    assert history.do(edits.remove_scheme(other.id, "x"))
    assert history.job.schemes == ()
    with pytest.raises(CorniceError):
        edits.take_scheme("nothing", "x").apply(history.job)


def test_what_another_scheme_uses_is_not_removed() -> None:
    history = room_of()
    assert history.do(edits.keep_scheme("Bare"))
    assert history.do(edits.change_finishes({"r1": ["upper wall"]}, "f", paint=None, colour=None))
    with pytest.raises(CorniceError):
        edits.remove_paint("wall-matt", "Washable matt").apply(history.job)
    with pytest.raises(CorniceError):
        edits.remove_colour("c3", "Sage water").apply(history.job)
