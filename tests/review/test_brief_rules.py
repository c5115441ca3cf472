"""What the second look makes of the brief: its date, the house's own rules, moods and the street."""

from __future__ import annotations

from datetime import date

import pytest

from narrow_cornice.derived.bought.hours import job_hours, job_labour
from narrow_cornice.derived.bought.to_buy import to_buy
from narrow_cornice.drawing.brief_letter import house_letter
from narrow_cornice.job import edits
from narrow_cornice.job.brief import HouseBrief, Permission, rules_in_words
from narrow_cornice.job.edits.brief_edits import set_brief
from narrow_cornice.job.history import Edit, History
from narrow_cornice.job.model import Job
from narrow_cornice.job.paths import BriefPath
from narrow_cornice.job.samples import starting_job
from narrow_cornice.review.finding import Finding
from narrow_cornice.review.second_look import second_look
from narrow_cornice.units.lengths import Length, parse_length

TODAY = date(2026, 11, 25)


def said(field: str, words: str, scope: str = "") -> Edit:
    return set_brief(BriefPath(scope, "", "", field), words, "mm")


def painted(*made: Edit, colour: str = "#f3efe4") -> Job:
    """A room whose walls have two coats of a colour."""
    history = History(starting_job())
    history.do(edits.add_room("Room", Length(4000.0, "4000"), Length(3000.0, "3000"), Length(2500.0, "2500")))
    history.do(edits.add_colour("Tone", colour))
    job = history.job
    for group in ("upper wall", "lower wall", "reveal"):
        fields = {"paint": job.paints[0].id, "colour": job.colours[-1].id, "coats": 2}
        history.do(edits.change_finish(["r1"], [group], "", **fields))
    for edit in made:
        history.do(edit)
    return history.job


def found(job: Job, rule: str, today: date = TODAY) -> list[Finding]:
    return [one for one in second_look(job, today) if one.key.startswith(f"{rule}:")]


def test_the_budget_is_held_against_the_whole_work_where_an_hour_has_a_price() -> None:
    job = painted()
    order, hours = to_buy(job).price, job_hours(job).rounded(job.settings)
    enough = painted(said("budget", f"{order + 1:.2f}"))
    assert not found(enough, "agreed open")  # no price of an hour: only what is bought counts
    (short,) = found(painted(said("budget", f"{order - 10:.2f}")), "agreed open")
    assert short.says.startswith("The order is 10 ")
    assert "are not counted" in short.says
    wage = edits.change_house_rule("wage", 20.0, "price of an hour")
    (over,) = found(painted(said("budget", f"{order + 20 * hours - 5:.2f}"), wage), "agreed open")
    assert over.says.startswith("The whole work is 5")
    assert not found(painted(said("budget", f"{order + 20 * hours + 1:.2f}"), wage), "agreed open")
    labour = job_labour(painted(wage))
    assert labour is not None
    assert labour.value == pytest.approx(20 * hours)
    assert job_labour(job) is None


def test_the_date_is_held_against_today_and_against_the_drying() -> None:
    assert not found(painted(), "date near")
    (words,) = found(painted(said("by", "when the geese come")), "date near")
    assert "no date" in words.says
    many = edits.change_house_rule("hands", 20.0, "people who work")  # so that only the drying holds it up
    job = painted(said("by", "27 November 2026"), many)
    assert not found(job, "date near")  # two coats, two days
    (near,) = found(job, "date near", date(2026, 11, 26))
    assert near.measured.startswith("2 days of drying for 2 coats on")
    assert near.measured.endswith("1 days left")
    (past,) = found(job, "date near", date(2026, 12, 2))
    assert (past.grade, past.measured) == ("will not fit", "5 days ago")
    coats = edits.change_house_rule("coats_a_day", 2.0, "coats in a day")
    quicker = painted(said("by", "27 November 2026"), many, coats)
    assert not found(quicker, "date near", date(2026, 11, 26))


def test_each_rule_of_the_house_wants_a_word_and_the_word_is_printed() -> None:
    rules = "shutters stay green; no hammering after six. Nothing on the roof.\nno hammering after six"
    assert rules_in_words(rules) == (
        "shutters stay green",
        "no hammering after six",
        "Nothing on the roof",
    )
    history = History(painted(said("rules", rules)))
    first, *_ = found(history.job, "house rule open")
    assert len(found(history.job, "house rule open")) == 3
    history.do(edits.keep_finding(first.key, "only the inside is painted.", first.says))
    assert [one.kept for one in found(history.job, "house rule open")].count(None) == 2
    printed = " ".join(one.said for one in house_letter(history.job))
    assert "Shutters stay green: only the inside is painted." in printed
    # said otherwise, it is another rule
    history.do(said("rules", "shutters stay green on the street side"))
    assert [one.kept for one in found(history.job, "house rule open")] == [None]


@pytest.mark.parametrize(
    ("mood", "speaks", "silent"),
    [
        ("airy", "#41665a", "#f3efe4"),
        ("enveloping", "#f3efe4", "#2d3b38"),
        ("snug", "#f3efe4", "#7d978a"),
        ("warm", "#c2ccd6", "#e8d9b8"),
        ("lively", "#d8d6d0", "#d2693a"),
        ("sober", "#d2693a", "#d8d6d0"),
    ],
)
def test_colours_that_speak_against_a_mood(mood: str, speaks: str, silent: str) -> None:
    (finding,) = found(painted(said("moods", mood, "r1"), colour=speaks), "mood against colours")
    assert mood in finding.says
    assert not found(painted(said("moods", mood, "r1"), colour=silent), "mood against colours")


def test_calm_is_a_matter_of_contrast_and_the_rooms_own_word_comes_first() -> None:
    one = painted(said("moods", "calm"))
    assert not found(one, "mood against colours")
    history = History(one)
    history.do(edits.add_colour("Ink", "#202428"))
    ink = history.job.colours[-1].id
    history.do(edits.change_finish(["r1"], ["ceiling"], "", paint=one.paints[0].id, colour=ink))
    (finding,) = found(history.job, "mood against colours")
    assert finding.key.endswith(":calm")
    history.do(said("moods", "airy, like home", "r1"))
    assert not found(history.job, "mood against colours")


def test_nothing_is_said_of_moods_before_there_are_colours() -> None:
    history = History(starting_job())
    history.do(edits.add_room("Room", Length(4000.0, "4000"), Length(3000.0, "3000"), Length(2500.0, "2500")))
    history.do(said("moods", "airy, warm, calm"))
    assert not found(history.job, "mood against colours")


def test_the_street_is_asked_only_where_it_has_a_say() -> None:
    window = edits.add_opening("r1", "window", "w1", Length(900.0, "900"))
    job = painted(window)
    assert not found(job, "permission missing")
    asked = HouseBrief(permissions=(Permission("g1", "change what the street sees", "refused"),))
    history = History(job)
    history.do(Edit("ask", lambda was: Job(**{**{f: getattr(was, f) for f in was.__struct_fields__}, "brief": asked})))
    (finding,) = found(history.job, "permission missing")
    assert finding.grade == "will not fit"
    assert "1 reveal of windows" in finding.measured


@pytest.mark.parametrize(("wide", "passes"), [("500", False), ("600", True)])
def test_a_trunk_goes_through_a_door_of_both_its_rooms_or_is_told(wide: str, passes: bool) -> None:
    """A trunk of 1 100 × 560 × 700 goes endways through a door of 600, and through none of 500."""
    history = History(starting_job())
    for name in ("Here", "There"):
        history.do(edits.add_room(name, parse_length("4000"), parse_length("3000"), parse_length("2500")))
        history.do(edits.add_opening(history.job.rooms[-1].id, "door", "w1", parse_length("1000")))
    history.do(edits.change_opening("r2", "o1", "door", width=parse_length(wide), height=parse_length("2000")))
    history.do(edits.add_brief_item(BriefPath("r1", "furnishings")))
    piece = history.job.rooms[0].brief.furnishings[0].id
    sizes = {"name": "sea chest", "decision": "move", "to": "r2", "width": "1100", "depth": "560", "height": "700"}
    for field, words in sizes.items():
        history.do(set_brief(BriefPath("r1", "furnishings", piece, field), words, "mm"))
    says = [one.says for one in found(history.job, "pieces moved")]
    assert says == ([] if passes else ["sea chest goes through no door of the There: the widest is 500 mm"])
