"""Trim put together from stock: its sizes, cuts, order lines and prices."""

from __future__ import annotations

import pytest
from msgspec.structs import replace

from narrow_cornice.derived.bought.to_buy import to_buy
from narrow_cornice.derived.trimwork.cut_list import cut_list
from narrow_cornice.derived.trimwork.stock_match import catalogue_of, job_offers
from narrow_cornice.job import edits
from narrow_cornice.job.file import decode_job, encode_job
from narrow_cornice.job.model import Job
from narrow_cornice.job.samples import demo_job
from narrow_cornice.trim.catalogue import StockProfile, shipped_profiles
from narrow_cornice.units.lengths import Length
from rooms import trimmed_of


def one_piece() -> Job:
    """The demo with its cornices in one piece, as stock is compared with."""
    return edits.change_house_rule("one_piece_cornice", 500.0, "cornice in one piece").apply(demo_job())


def chosen(kind: str = "cornice", place: int = 0) -> tuple[Job, Job]:
    job = one_piece()
    offer = job_offers(job, job.rooms[0], kind).offers[place]  # type: ignore[arg-type]
    made = edits.use_stock("r1", kind, offer.match.pieces, offer.match.words).apply(job)
    assert decode_job(encode_job(made), "a job") == made
    return job, made


def test_stock_that_is_chosen_has_its_own_sizes_and_is_bought() -> None:
    job, made = chosen()
    offers = job_offers(made, made.rooms[0], "cornice")
    offer = offers.offers[0]
    assert offer.chosen
    assert offers.wanted == job_offers(job, job.rooms[0], "cornice").wanted  # it is still compared with the order's own
    trim = trimmed_of(made.rooms[0], made.house_rules).trim
    assert trim is not None
    piece = trim.of("cornice")
    assert piece.height is not None
    assert piece.height.value == offer.match.profile.height
    assert piece.top == pytest.approx(2974.0, abs=3.0)  # it still hangs from the ceiling
    order = to_buy(made)
    ids = {one.profile.id for one in offer.match.pieces}
    # The blocks in the corners of the Attic are of a board that is in no offer.
    mine = [line for line in order.lines if line.key.startswith("stock:") and line.key != "stock:board-45x195"]
    assert {line.key for line in mine} == {f"stock:{one}" for one in ids}
    assert sum(line.price for line in mine) == pytest.approx(offer.price.value, abs=0.011)  # each line to the cent
    assert not any(line.key.startswith("trim:cornice:223") for line in order.lines)
    # Its paint aside: another girth may take another tin.
    before, after = (
        sum(one.price for one in to_buy(of).lines if not one.key.startswith("paint")) for of in (job, made)
    )
    # The order takes the girth to a tenth of a millimetre, so that rooms that hardly differ share a knife.
    assert before - after == pytest.approx(offers.made.value - offer.price.value, abs=0.05)  # type: ignore[union-attr]


def test_every_stock_piece_is_cut_for_every_wall_and_boards_reach_less_far_round_corners() -> None:
    _, made = chosen()
    room = made.rooms[0]
    pieces = [one for one in cut_list(room, {}, made.milled, made.joinery) if one.kind == "cornice"]
    stock = room.trim.choices["cornice"].stock
    walls = {one.wall for one in pieces}
    assert len(walls) == 6  # of eight, two are behind the bookcases
    for one in stock:
        mine = {cut.wall: cut for cut in pieces if cut.stock == one.profile.id}
        assert set(mine) == walls
    inner = next(one for one in stock if one.out == 0.0)
    outer = max(stock, key=lambda one: one.out + one.depth)
    run = next(run for run in trimmed_of(room, {}).runs if run.kind == "cornice" and "outside" in (run.left, run.right))
    low, high = (next(c for c in pieces if c.stock == p.profile.id and c.wall == run.wall_name) for p in (inner, outer))
    assert high.length - low.length == pytest.approx(outer.out + outer.depth - inner.depth, rel=0.05)
    crown = [cut for cut in pieces if "Heron" in cut.name and cut.left.setting is not None]
    assert any(cut.left.setting and cut.left.setting.bevel.value > 1 for cut in crown)  # only the crown is sprung
    board = [cut for cut in pieces if "Board" in cut.name and cut.left.setting is not None]
    assert all(cut.left.setting and cut.left.setting.bevel.value == 0 for cut in board)


def test_a_typed_size_or_a_drawn_section_is_made_again() -> None:
    _, made = chosen()
    typed = edits.change_trim("r1", "cornice", height=Length(200.0, "200")).apply(made)
    assert typed.rooms[0].trim.choices["cornice"].stock == ()
    member = edits.change_trim("r1", "cornice: corona", fitted=False).apply(made)
    assert "cornice" not in member.rooms[0].trim.choices
    reduced = edits.reduce_cornice("r1", "single crown").apply(made)
    assert "cornice" not in reduced.rooms[0].trim.choices
    back = edits.use_stock("r1", "cornice", (), "made").apply(made)
    assert back == one_piece()


def test_a_profile_of_ones_own_is_among_the_offers_and_without_a_price_it_is_made() -> None:
    job = one_piece()
    wanted = job_offers(job, job.rooms[0], "cornice").wanted
    assert wanted is not None
    points = tuple((round(z, 3), round(y, 3)) for z, y in wanted.outline.polyline(0.05))
    own = StockProfile("own-mine", "Mine", ("crown",), "oak", None, (3000.0, 4800.0), "Mill", outline=points)
    more = edits.put_profiles([own], "a profile").apply(job)
    assert decode_job(encode_job(more), "a job") == more
    best = job_offers(more, more.rooms[0], "cornice").offers[0]
    assert [one.profile.id for one in best.match.pieces] == ["own-mine"]
    assert best.match.differs < 0.002
    made = job_offers(more, more.rooms[0], "cornice").made
    assert made is not None
    assert best.price.value == pytest.approx(made.value, rel=0.01)  # by the same mill, with the same knife
    used = edits.use_stock("r1", "cornice", best.match.pieces, "Mine").apply(more)
    lines = [line for line in to_buy(used).lines if line.key.endswith("stock:own-mine")]
    assert [line.kind for line in lines] == ["trim", "knife"]
    assert sum(line.price for line in lines) == pytest.approx(best.price.value, rel=0.01)
    gone = edits.remove_profile("own-mine", "Mine").apply(used)
    assert to_buy(gone).line("stock:own-mine") is not None  # what is put together from it keeps it
    assert catalogue_of(gone.catalogue)[0].id == shipped_profiles()[0].id


def test_a_knife_is_ground_once_for_a_profile_and_not_for_stock() -> None:
    job = demo_job()
    stock = next(one for one in job.milled if "skirting" in one.kinds)
    order = to_buy(job)
    line = next(line for line in order.lines if line.key.startswith("trim:skirting"))
    knife = order.line(f"knife:{line.key}")
    assert knife is not None
    girth = trimmed_of(job.rooms[0], job.house_rules).trim.of("skirting").profile.girth  # type: ignore[union-attr]
    assert knife.price == pytest.approx(round(girth, 1) * stock.knife_per_mm)
    assert sum(knife.share_of_price(room.id) for room in job.rooms) == pytest.approx(knife.price)
    without = replace(job, milled=tuple(replace(one, knife_per_mm=0.0) for one in job.milled))
    assert not any(line.kind == "knife" for line in to_buy(without).lines)


def test_each_member_of_the_cornice_has_its_own_nearest_profiles() -> None:
    job = demo_job()
    # The Doric bed mould of this room is made 112.5 high and as far out; "Dunlin 110" is drawn from the same members.
    offers = job_offers(job, job.rooms[0], "cornice", "bed mould")
    assert offers.wanted is not None
    assert offers.wanted.height == pytest.approx(112.5)
    best = offers.offers[0]
    assert [one.profile.id for one in best.match.pieces] == ["dunlin-110"]
    assert best.match.in_proportion < 1e-6 < best.match.differs  # the same shape, a little smaller
    # Its area is smaller by the square of the heights, and it does not lie wholly within the larger.
    assert 1 - (110 / offers.wanted.height) ** 2 <= best.match.differs < 0.07
    assert all("bed mould" in one.match.pieces[0].profile.uses or "base cap" in one.match.pieces[0].profile.uses
               for one in offers.offers)  # fmt: skip
    corona = job_offers(job, job.rooms[0], "cornice", "corona").offers
    assert any(one.match.pieces[0].flat for one in corona)
    assert job_offers(job, job.rooms[0], "cornice", "nothing").wanted is None
