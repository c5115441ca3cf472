"""The survey as the command line asks for it."""

from __future__ import annotations

import json

import pytest

from narrow_cornice.survey.request import SurveyError, read_survey, survey_answer


def asked(corners: str, *readings: dict[str, object]) -> dict[str, object]:
    return survey_answer(read_survey(json.dumps({"corners": list(corners), "readings": list(readings)})))


def side(start: str, end: str, value: float, **more: object) -> dict[str, object]:
    return {"kind": "distance", "from": start, "to": end, "value": value, **more}


FOUR = (side("A", "B", 4310), side("B", "C", 3620), side("C", "D", 4310), side("D", "A", 3620))


def test_sides_alone_are_not_determined_and_the_answer_says_what_to_read() -> None:
    answer = asked("ABCD", *FOUR)
    assert answer["determined"] is False
    assert answer["corners"] is None
    assert answer["next"] in ({"from": "A", "to": "C"}, {"from": "B", "to": "D"})
    assert len(answer["readings"]) == 4


def test_square_corners_are_a_choice_of_one_degree() -> None:
    answer = asked("ABCD", *FOUR[:2], *({"kind": "square", "at": corner} for corner in "ABCD"))
    assert answer["corners"] == {"A": [0, 0], "B": [4310, 0], "C": [4310, 3620], "D": [0, 3620]}
    assert answer["degrees_of_freedom"] == 1
    # The far side hangs on two corners of ±1° at 4.3 m: some 50 mm, not 2.
    assert 30 < answer["uncertainty"]["C-D"] < 80


def test_a_blunder_is_the_only_suspect() -> None:
    diagonals = (side("A", "C", (4310**2 + 3620**2) ** 0.5), side("B", "D", (4310**2 + 3620**2) ** 0.5 + 31))
    angles = [{"kind": "angle", "at": b, "from": a, "to": c, "value": 90.0} for a, b, c in ("ABC", "BCD", "CDA", "DAB")]
    answer = asked("ABCD", *FOUR, *FOUR, *diagonals, *angles)
    assert [one["suspect"] for one in answer["readings"]].index(True) == 9
    assert sum(one["suspect"] for one in answer["readings"]) == 1
    assert answer["readings"][9]["residual"] < 0


def test_which_square_corner_is_the_outside_one_follows_from_the_sides() -> None:
    sides = [
        side(a, b, value)
        for (a, b), value in zip(
            ("AB", "BC", "CD", "DE", "EF", "FA"), (4000, 3000, 1500, 1200, 2500, 4200), strict=True
        )
    ]
    answer = asked("ABCDEF", *sides, *({"kind": "square", "at": corner} for corner in "ABCDEF"))
    assert answer["corners"]["D"] == pytest.approx([2500, 3000])


@pytest.mark.parametrize(
    ("text", "says"),
    [
        ("{", "not readable JSON"),
        ('{"corners": ["A", "B"]}', "at least three corners"),
        ('{"corners": ["A", "B", "A"]}', "two corners called “A”"),
        ('{"corners": ["A", "B", "C"], "readings": [{"kind": "guess"}]}', "not what it should be"),
        ('{"corners": ["A", "B", "C"], "readings": [{"kind": "distance", "from": "A", "to": "Q", "value": 3}]}', "“Q”"),
        (
            '{"corners": ["A", "B", "C"], "readings": [{"kind": "distance", "from": "A", "to": "A", "value": 3}]}',
            "different",
        ),
        (
            '{"corners": ["A", "B", "C"], "readings": [{"kind": "distance", "from": "A", "to": "B"}]}',
            "value is missing",
        ),
        (
            '{"corners": ["A", "B", "C"], "readings": '
            '[{"kind": "angle", "at": "B", "from": "A", "to": "C", "value": 400}]}',
            "400",
        ),
        ('{"corners": ["A", "B", "C"], "readings": [{"kind": "square", "at": "B", "sigma": 0}]}', "sigma of 0"),
    ],
)
def test_bad_surveys_say_what_and_where(text: str, says: str) -> None:
    with pytest.raises(SurveyError, match=says):
        survey_answer(read_survey(text))
