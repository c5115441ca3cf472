"""The survey as other programs ask for it: corners and readings in, the adjusted plan out.

Every fault in what is asked names the reading it stands in.
"""

from __future__ import annotations

import itertools
import math
from collections.abc import Iterator, Sequence
from typing import Any, Literal

import msgspec

from narrow_cornice.errors import CorniceError
from narrow_cornice.explained.house_rules import HouseRules
from narrow_cornice.survey.doubt import next_reading, pair_sigmas, suspects
from narrow_cornice.survey.network import Adjusted, Angle, Distance, Observation, Offset, interior_angle
from narrow_cornice.survey.readings import LEAST_SIGMA, MOST_ANGLE_SIGMA, MOST_SIGMA, Instrument, instrument_sigma
from narrow_cornice.survey.starting_figure import solved

MOST_CORNERS = 400
MOST_READINGS = 5000
MOST_WAYS = 4000  # ways to choose which of the square corners are outside ones


class SurveyError(CorniceError, ValueError):
    """A survey that cannot be read or adjusted; ``where`` names the reading."""


class ReadingAsked(msgspec.Struct, frozen=True):
    """One reading of a request."""

    kind: Literal["distance", "angle", "square", "offset"]
    from_corner: str | None = msgspec.field(default=None, name="from")
    to_corner: str | None = msgspec.field(default=None, name="to")
    at: str | None = None
    of: str | None = None
    value: float | None = None
    sigma: float | None = None
    instrument: Instrument = "tape"
    outside: bool | None = None


class Survey(msgspec.Struct, frozen=True):
    """A request: corners anticlockwise seen from above, and readings."""

    corners: tuple[str, ...]
    readings: tuple[ReadingAsked, ...] = ()


def read_survey(raw: bytes | str) -> Survey:
    """Return the request in a JSON text. Raises SurveyError with the place that is wrong."""
    try:
        return msgspec.json.decode(raw, type=Survey)
    except msgspec.ValidationError as error:
        raise SurveyError(f"the survey is not what it should be: {error}.") from None
    except (msgspec.DecodeError, UnicodeDecodeError, RecursionError) as error:
        raise SurveyError(f"this is not readable JSON ({error}).") from None


def _number(one: ReadingAsked, where: str, low: float, high: float) -> float:
    if one.value is None:
        raise SurveyError("the value is missing.", where=where)
    if not math.isfinite(one.value) or not low < one.value < high:
        raise SurveyError(f"a value of {one.value:g} cannot be.", where=where)
    return one.value


def observations_of(survey: Survey, rules: HouseRules) -> list[Observation]:
    """Return the readings as observations, in their order. Raises SurveyError."""
    count = len(survey.corners)
    if count < 3:
        raise SurveyError("a room has at least three corners.", where="corners")
    if count > MOST_CORNERS or len(survey.readings) > MOST_READINGS:
        raise SurveyError(f"no more than {MOST_CORNERS} corners and {MOST_READINGS} readings.", where="corners")
    index = {name: i for i, name in enumerate(survey.corners)}
    if len(index) < count:
        twice = next(name for name in survey.corners if survey.corners.count(name) > 1)
        raise SurveyError(f"there are two corners called “{twice[:40]}”.", where="corners")
    made: list[Observation] = []
    for number, one in enumerate(survey.readings, 1):
        where = f"reading {number} ({one.kind})"

        def corner(name: str | None, what: str, where: str = where) -> int:
            if name is None:
                raise SurveyError(f"“{what}” is missing.", where=where)
            if name not in index:
                raise SurveyError(f"there is no corner “{name[:40]}”.", where=where)
            return index[name]

        most = MOST_SIGMA if one.kind in ("distance", "offset") else MOST_ANGLE_SIGMA
        if one.sigma is not None and not LEAST_SIGMA <= one.sigma <= most:
            remedy = f"It is between {LEAST_SIGMA:g} and {most:g}."
            raise SurveyError(f"a sigma of {one.sigma:g} cannot be.", where=where, remedy=remedy)
        if one.kind == "distance":
            a, b = corner(one.from_corner, "from"), corner(one.to_corner, "to")
            _apart(where, a, b)
            value = _number(one, where, 0.0, 1e8)
            made.append(Distance(a, b, value, one.sigma or instrument_sigma(one.instrument, value, rules)))
        elif one.kind == "angle":
            at = corner(one.at, "at")
            a, b = corner(one.from_corner, "from"), corner(one.to_corner, "to")
            _apart(where, at, a, b)
            value = _number(one, where, 0.0, 360.0)
            made.append(interior_angle(at, a, b, count, value, one.sigma or rules.value("angle_sigma")))
        elif one.kind == "offset":
            of = corner(one.of, "of")
            a, b = corner(one.from_corner, "from"), corner(one.to_corner, "to")
            _apart(where, of, a, b)
            value = _number(one, where, -1e8, 1e8)
            made.append(Offset(of, a, b, value, one.sigma or instrument_sigma(one.instrument, abs(value), rules)))
        else:
            at = corner(one.at, "at")
            value = 270.0 if one.outside else 90.0
            sigma = one.sigma or rules.value("square_sigma")
            made.append(interior_angle(at, (at + 1) % count, (at - 1) % count, count, value, sigma))
    return made


def _apart(where: str, *corners: int) -> None:
    if len(set(corners)) < len(corners):
        raise SurveyError("its corners must be different ones.", where=where)


def _outside_ways(survey: Survey, made: Sequence[Observation]) -> Iterator[set[int]]:
    """Yield the sets of square corners that may be outside ones (by corner), the likeliest number first.

    A request says "square" of inside and outside corners alike; how many are outside follows from the sum of all
    angles where each is known.
    """
    count = len(survey.corners)
    said = {}
    unsure = []
    for asked, one in zip(survey.readings, made, strict=True):
        of_corner = isinstance(one, Angle) and one.first == (one.at + 1) % count and one.last == (one.at - 1) % count
        if isinstance(one, Angle) and of_corner and (asked.kind == "angle" or asked.outside is not None):
            said[one.at] = one.value
    for asked, one in zip(survey.readings, made, strict=True):
        if asked.kind == "square" and isinstance(one, Angle) and one.at not in said and one.at not in unsure:
            unsure.append(one.at)
    rest = (count - 2) * 180.0 - sum(said.values()) - 90.0 * len(unsure)
    likely = min(len(unsure), max(0, round(rest / 180.0)))
    if len(said) + len(unsure) == count:
        amounts = [likely]
    else:
        amounts = sorted(range(len(unsure) + 1), key=lambda one: (one > 0, one))
    for amount in amounts:
        yield from (set(chosen) for chosen in itertools.combinations(unsure, amount))


def _with_outside(survey: Survey, made: Sequence[Observation], outside: set[int]) -> list[Observation]:
    known = {
        one.at: one.value
        for asked, one in zip(survey.readings, made, strict=True)
        if asked.kind == "angle" and isinstance(one, Angle)
    }
    fixed: list[Observation] = []
    for asked, one in zip(survey.readings, made, strict=True):
        if asked.kind == "square" and asked.outside is None and isinstance(one, Angle):
            value = 270.0 if one.at in outside or known.get(one.at, 90.0) > 180.0 else 90.0
            one = msgspec.structs.replace(one, value=value)
        fixed.append(one)
    return fixed


def _gap(observations: Sequence[Observation], count: int) -> float:
    """Return how far the walk along sides and angles fails to come round, in mm; nought where it is not all read."""
    sides = {(one.start, one.end): one.value for one in observations if isinstance(one, Distance)}
    angles = {one.at: one.value for one in observations if isinstance(one, Angle) and one.first == (one.at + 1) % count}
    x = y = heading = 0.0
    for i in range(count):
        length = sides.get((i, (i + 1) % count)) or sides.get(((i + 1) % count, i))
        if length is None or i not in angles:
            return 0.0
        heading += math.pi - math.radians(angles[i]) if i else 0.0
        x, y = x + length * math.cos(heading), y + length * math.sin(heading)
    return math.hypot(x, y)


def solved_survey(survey: Survey, rules: HouseRules) -> Adjusted:
    """Return the request adjusted. Raises SurveyError."""
    made = observations_of(survey, rules)
    count = len(survey.corners)
    ways = list(itertools.islice(_outside_ways(survey, made), MOST_WAYS)) or [set()]
    tried = sorted((_with_outside(survey, made, way) for way in ways), key=lambda one: _gap(one, count))
    best = solved(tried[0], count)
    for other in tried[1:6]:
        if best.squares <= 4.0 * max(1, best.degrees_of_freedom):
            break
        again = solved(other, count)
        if again.squares < best.squares:
            best = again
    return best


def survey_answer(survey: Survey, rules: HouseRules | None = None) -> dict[str, Any]:
    """Return the answer of ``narrow-cornice survey`` as plain values. Raises SurveyError."""
    rules = rules or HouseRules()
    network = solved_survey(survey, rules)
    names = survey.corners
    following = next_reading(network, lambda mm: instrument_sigma("tape", mm, rules))
    wanted = None if following is None else {"from": names[following[0]], "to": names[following[1]]}
    doubted = suspects(network) if network.determined else ()
    readings = [
        {
            "adjusted": round(value, 4),
            "residual": round(residual, 4),
            "standardised": None if w is None else round(w, 3),
            "redundancy": round(redundancy, 4),
            "suspect": i in doubted,
            "suspicion": doubted.index(i) + 1 if i in doubted else None,
        }
        for i, (value, residual, w, redundancy) in enumerate(
            zip(network.values, network.residuals, network.standardised, network.redundancy, strict=True)
        )
    ]
    if not network.determined:
        return {
            "corners": None,
            "readings": [
                dict.fromkeys(("adjusted", "residual", "standardised", "redundancy"))
                | {"suspect": False, "suspicion": None}
                for _ in survey.readings
            ],
            "degrees_of_freedom": network.degrees_of_freedom,
            "uncertainty": {},
            "next": wanted,
            "determined": False,
        }
    return {
        "corners": {name: [round(x, 4), round(y, 4)] for name, (x, y) in zip(names, network.points, strict=True)},
        "readings": readings,
        "degrees_of_freedom": network.degrees_of_freedom,
        "uncertainty": {f"{names[a]}-{names[b]}": round(sigma, 3) for (a, b), sigma in pair_sigmas(network).items()},
        "next": wanted,
        "determined": True,
    }
