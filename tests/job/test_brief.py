"""The brief: written in place, with its consequences elsewhere."""

from __future__ import annotations

import pytest
from msgspec.structs import replace

from narrow_cornice.drawing.brief_letter import Blank, Pick, house_letter, plain_words, room_letter
from narrow_cornice.errors import CorniceError
from narrow_cornice.exchange.brief_pdf import brief_pdf
from narrow_cornice.job import edits
from narrow_cornice.job.brief import Manner
from narrow_cornice.job.file import decode_job, encode_job
from narrow_cornice.job.history import Edit, History
from narrow_cornice.job.measured import WayIn
from narrow_cornice.job.model import Job
from narrow_cornice.job.paths import BriefPath
from narrow_cornice.job.samples import demo_job
from narrow_cornice.job.styles import mood_says, mood_words, styles
from narrow_cornice.review.second_look import second_look
from narrow_cornice.trim.orders import orders
from narrow_cornice.units.lengths import Length
from printed import pages, said
from thorough import many


def put(scope: str, which: str, item: str, field: str, text: str) -> Edit:
    return edits.set_brief(BriefPath(scope, which, item, field), text, "mm")


def after(*made: Edit) -> Job:
    history = History(demo_job())
    for edit in made:
        history.do(edit)
    return history.job


def says(job: Job, rule: str) -> list[str]:
    return [one.says for one in second_look(job) if one.key.startswith(rule)]


def written(job: Job, room: int = 0) -> str:
    return "\n".join(plain_words(one) for one in room_letter(job, job.rooms[room]))


def test_every_place_of_the_letter_can_be_written_into_and_undone() -> None:
    job = replace(demo_job(), schemes=(), pictures={})
    places: list[BriefPath] = []
    for room in job.rooms:
        for paragraph in room_letter(job, room):
            places += [part.path for part in paragraph.parts if isinstance(part, Blank)]
            for part in paragraph.parts:
                if isinstance(part, Pick):
                    for value, _ in part.options[:: many(3, 1)]:
                        history = History(job)
                        history.do(edits.set_brief(part.path, value, "mm"))
                        assert decode_job(encode_job(history.job), "again") == history.job
    assert len(places) > 40
    for path in places:
        text = {"budget": "3 100", "colours": "#112233", "reach": "1.8 m"}.get(path.field, "1200")
        history = History(job)
        history.do(edits.set_brief(path, text, "mm"))
        assert history.job != job, path
        history.undo()
        assert history.job == job


@pytest.mark.parametrize(
    ("path", "text", "words"),
    [
        (BriefPath("", "", "", "budget"), "a lot", "no amount of money"),
        (BriefPath("", "", "", "budget"), "-5", "cannot be"),
        (BriefPath("", "", "", "tenure"), "borrowed", "none of: not said, owned, rented"),
        (BriefPath("r1", "fixed", "x1", "colours"), "slate", "colour"),
        (BriefPath("", "people", "u1", "reach"), "high", "“high”|h"),
        (BriefPath("", "", "", "rules"), "x" * 3000, "more than a brief can hold"),
    ],
)
def test_what_cannot_be_is_refused(path: BriefPath, text: str, words: str) -> None:
    with pytest.raises(CorniceError, match=words):
        edits.set_brief(path, text, "mm")


def test_a_missing_permission_blocks_a_finish() -> None:
    assert "Permission to paint the walls is given" in written(demo_job(), 0)
    assert "in the manner eighteenth century and to feel calm, warm." in written(demo_job(), 0)
    refused = after(put("", "permissions", "g1", "state", "refused"))
    found = [one for one in second_look(refused) if one.key == "permission missing:r1:paint the walls"]
    assert [one.grade for one in found] == ["will not fit"]
    assert not says(after(put("", "permissions", "g2", "state", "given")), "permission missing:r1:paint the woodwork")
    # in a rented house what was never mentioned was never asked; in one's own nobody need be asked
    gone = edits.remove_brief_item(BriefPath("", "permissions", "g3"))
    assert says(after(gone), "permission missing:r1:make holes") == ["Permission to make holes is not asked"]
    assert not says(after(gone, put("", "", "", "tenure", "owned")), "permission missing:r1:make holes")


def test_a_moved_piece_appears_in_the_other_room() -> None:
    job = demo_job()
    assert "Settle comes from the Chart Room." in written(job, 2)
    assert "Settle moves to the Stair Hall" in written(job, 0)
    nowhere = after(put("r1", "furnishings", "b2", "to", ""))
    assert (
        says(nowhere, "pieces moved") == ["settle, and nobody said where"]
        or "nobody said where" in says(nowhere, "pieces moved")[0]
    )
    hatch = after(edits.put_way_in(WayIn("", "hatch", "door", Length(400, "400"), Length(600, "600"))))
    assert any("settle does not go by hatch" in one for one in says(hatch, "pieces moved"))


def test_a_fixed_element_enters_the_colours() -> None:
    job = after(edits.take_fixed_colours(BriefPath("r1", "fixed", "x1")))
    assert [(one.name, one.hex) for one in job.colours[-1:]] == [("slate hearth", "#4c5257")]
    assert (
        after(
            edits.take_fixed_colours(BriefPath("r1", "fixed", "x1")),
            edits.take_fixed_colours(BriefPath("r1", "fixed", "x1")),
        ).colours
        == job.colours
    )


def test_needs_keep_their_rank_and_ask_for_an_answer() -> None:
    assert "sit by the fire" in says(demo_job(), "agreed open:need")[0]
    raised = after(edits.raise_need(BriefPath("r1", "needs", "q2"), -1))
    assert [one.id for one in raised.rooms[0].brief.needs] == ["q2", "q1", "q3"]
    answered = after(put("r1", "needs", "q2", "answer", "two chairs"), put("r1", "hide", "h1", "answer", "a niche"))
    assert not says(answered, "agreed open:need")
    assert not says(answered, "agreed open:hide")
    wish = after(put("r1", "needs", "q2", "rank", "wish"))
    assert not says(wish, "agreed open:need")


def test_style_reach_and_budget_have_consequences() -> None:
    assert all(style.order in orders() for style in styles().values())
    assert all(mood_says(Manner(key=word)) for word in mood_words())
    assert mood_says(Manner(words="like home")) == ""
    (finding,) = [one for one in second_look(demo_job()) if one.key.startswith("style order:r2")]
    history = History(demo_job())
    history.do(finding.fixes[0])
    assert history.job.rooms[1].trim.order == "ionic"
    assert not says(history.job, "style order:r2")
    assert says(demo_job(), "out of reach")
    assert not says(after(put("", "people", "u2", "reach", "3 m"), put("", "people", "u1", "reach", "")), "out of")
    assert "over the budget" in says(demo_job(), "agreed open:budget")[0]
    assert not says(after(put("", "", "", "budget", "15000")), "agreed open:budget")


def test_who_does_the_work_meets_what_is_to_be_done() -> None:
    loose = edits.put_up("r3", "marks", "loose plaster", "w1", *(Length(float(mm), "") for mm in (500, 1200, 800, 600)))
    (found,) = [one for one in second_look(after(loose)) if one.key == "who works:r3"]
    assert "The client with help would do 1.2 hours of repairs: loose plaster" in found.says
    assert not says(after(loose, put("", "", "", "worker", "a crew")), "who works:r3")
    small = edits.put_up("r3", "marks", "crack", "w1", *(Length(float(mm), "") for mm in (500, 1200, 20, 600)))
    assert not says(after(small), "who works:r3")


def test_the_brief_on_paper_holds_what_the_letter_says() -> None:
    job = demo_job()
    sheets = pages(brief_pdf(job))
    assert len(sheets) >= 5  # the house, three rooms, the sheet to sign
    assert "For the client" in sheets[-1]
    printed = " ".join(sheets)
    for paragraph in (*house_letter(job), *(one for room in job.rooms for one in room_letter(job, room))):
        assert paragraph.heading or " ".join(plain_words(paragraph).split()) in printed
    empty = History(demo_job())
    for room in ("r1", "r2", "r3"):
        empty.do(edits.remove_room(room, "gone"))
    assert "the brief" in said(brief_pdf(empty.job))
    assert any(paragraph.heading for paragraph in house_letter(empty.job))
