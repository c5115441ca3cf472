"""Cautions hang on the thing that carries the risk, and show nowhere else."""

from __future__ import annotations

from narrow_cornice.derived.risks import paint_risks, risks_of_thing, survey_risks, trim_risks, wall_risks
from narrow_cornice.derived.walled.amounts import load_of, taken_of
from narrow_cornice.exchange.cautions import cautions
from narrow_cornice.job import edits
from narrow_cornice.job.finishes import Slat, Tile
from narrow_cornice.job.history import Edit, History
from narrow_cornice.job.samples import starting_job
from narrow_cornice.job.walled import Field, shipped_coverings
from narrow_cornice.units.lengths import plain_length as mm


def room(*made: Edit) -> History:
    history = History(starting_job())
    history.do(edits.add_room("Room", mm(4000.0), mm(3000.0), mm(2500.0)))
    for edit in made:
        assert history.do(edit)
    return history


def trim(*made: Edit) -> tuple[str, ...]:
    job = room(*made).job
    return trim_risks(job, job.rooms[0])


def paint(*made: Edit) -> tuple[str, ...]:
    job = room(*made).job
    return paint_risks(job, job.rooms[0])


def survey(*made: Edit) -> tuple[str, ...]:
    return survey_risks(room(*made).job.rooms[0])


def test_trim() -> None:
    assert trim() == ("dust", "ladders")
    low = [edits.change_trim("r1", kind, fitted=False) for kind in ("cornice", "casing")]
    assert trim(*low) == ("dust",)  # the skirting is put up from the floor
    assert trim(*low, edits.change_trim("r1", "skirting", fitted=False)) == ()
    assert "fire" in trim(edits.add_opening("r1", "fireplace", "w1", mm(1500.0)))
    assert "glass" in trim(edits.put_up("r1", "frames", "mirror", "w2", mm(1500.0)))
    socket = edits.put_up("r1", "fixtures", "socket", "w1", mm(900.0), mm(300.0))
    assert "live" not in trim(socket)
    assert "live" in trim(socket, edits.add_panels("r1", "whole wall", "picture-frame", mm(90.0)))


def test_long_heavy_pieces_of_trim_are_for_two() -> None:
    """A skirting of 300 × 60 and 4 m long is about 0.072 m³ × 480: 34 kg; of 120 × 15 it is 3."""
    big = (
        edits.change_trim("r1", "skirting", height=mm(300.0)),
        edits.change_trim("r1", "skirting", projection=mm(60.0)),
    )
    assert "heavy" in trim(*big)
    assert "heavy" not in trim()
    light = edits.change_house_rule("trim_density", 200.0, "density of trim")
    assert "heavy" not in trim(*big, light)


def test_fields_on_walls() -> None:
    """Slats near a fire, and what weighs more than a wall of plaster carries; on other walls neither."""
    stuff = shipped_coverings().values()
    slats = next(one for one in stuff if isinstance(one, Slat))
    tile = next(one for one in stuff if isinstance(one, Tile))

    def walls(*made: Edit) -> tuple[str, ...]:
        job = room(*made).job
        return wall_risks(job, job.rooms[0])

    fire = edits.add_opening("r1", "fireplace", "w1", mm(1500.0))
    assert "field_fire" in walls(fire, edits.add_field("r1", Field("", "Slats", slats, "w1")))
    assert "field_fire" not in walls(fire, edits.add_field("r1", Field("", "Slats", slats, "w2")))
    assert "field_fire" not in walls(fire, edits.add_field("r1", Field("", "Tiles", tile, "w1")))
    tiled = edits.add_field("r1", Field("", "Tiles", tile, "w2"))
    job = room(tiled).job
    (taken,) = taken_of(job.rooms[0], job.house_rules)
    for most, called in ((load_of(taken) - 0.5, True), (load_of(taken) + 0.5, False)):
        rule = edits.change_house_rule("wall_load_most", most, "what a plastered wall carries")
        assert ("wall_load" in walls(tiled, rule)) is called


def test_paint() -> None:
    assert paint() == ()
    new = edits.change_finish(["r1"], ["skirting"], "new", paint="trim-satin", colour="c1")
    assert "old_coatings" not in paint(new)  # new timber has no lead
    assert paint(edits.change_finish(["r1"], ["upper wall"], "walls", paint="wall-matt", colour="c1")) == (
        "old_coatings",
        "solvents",
        "ladders",
    )
    pest = edits.put_up("r1", "marks", "pest damage", "w1", mm(900.0), mm(500.0), mm(100.0), mm(100.0))
    assert "insects" in paint(pest)


def test_survey() -> None:
    assert survey() == ()
    assert survey(edits.add_opening("r1", "door", "w1", mm(500.0))) == ("openings", "escape")
    assert "heat" in survey(edits.put_up("r1", "fixtures", "radiator", "w1", mm(900.0), mm(300.0)))


def test_every_name_is_in_the_table() -> None:
    names = (
        "dust",
        "ladders",
        "fire",
        "glass",
        "live",
        "old_coatings",
        "insects",
        "solvents",
        "openings",
        "escape",
        "heat",
    )
    assert len(cautions(*names)) == len(names)


def test_things_by_themselves() -> None:
    job = room(
        edits.put_up("r1", "frames", "mirror", "w2", mm(1500.0)),
        edits.put_up("r1", "frames", "picture", "w3", mm(1500.0)),
        edits.put_up("r1", "fixtures", "socket", "w1", mm(900.0)),
        edits.put_up("r1", "fixtures", "radiator", "w1", mm(2000.0)),
        edits.put_up("r1", "fixtures", "pipe", "w1", mm(3000.0)),
        edits.add_opening("r1", "fireplace", "w4", mm(1000.0)),
        edits.add_opening("r1", "door", "w4", mm(100.0)),
        edits.put_up("r1", "marks", "pest damage", "w1", mm(900.0), mm(500.0), mm(100.0), mm(100.0)),
    ).job
    measured, framed = job.rooms[0].measured, job.rooms[0].trim.frames
    assert [risks_of_thing(one) for one in framed] == [("glass",), ()]
    assert [risks_of_thing(one) for one in measured.fixtures] == [("live",), ("heat",), ()]
    assert [risks_of_thing(one) for one in measured.openings] == [("fire",), ()]
    assert [risks_of_thing(one) for one in measured.marks] == [("insects",)]
