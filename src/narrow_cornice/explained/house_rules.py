"""House rules: trade habits with a name and a value, which a job may change.

The rules ship as ``data/house_rules.toml``; a job carries only what it changed. Wherever a rule is applied
it appears in the working under its name.
"""

from __future__ import annotations

from collections.abc import Mapping
from functools import cache
from types import MappingProxyType

import msgspec

from narrow_cornice.errors import CorniceError
from narrow_cornice.explained.figures import Figure
from narrow_cornice.explained.paths import HouseRulePath
from narrow_cornice.shipped import shipped_table
from narrow_cornice.units.lengths import Unit, parse_length
from narrow_cornice.units.show import METRIC, RATES, InUnits, ShownIn, show_habit, show_number, show_rate
from narrow_cornice.units.told import Habit, Told

YES_OR_NO = "yes or no"  # the unit of a rule that is kept or not: 1 or 0
ANSWERS = {"yes": 1.0, "y": 1.0, "no": 0.0, "n": 0.0}
MOST_SHARE = 3.0  # a plain number typed for a share is taken as per cent beyond this


class HouseRule(msgspec.Struct, frozen=True):
    """One habit: its name in words, value, unit, between which values it makes sense, why it is so, what it changes
    and the topic it belongs to."""

    key: str
    name: str
    value: float
    unit: str
    between: tuple[float, float]
    why: str
    changes: str
    topic: str

    def shown(self, value: float, how: ShownIn) -> str:
        """Return a value of it as people say it: 7 %, 35 mm, 1.3."""
        if self.unit == "share":
            return f"{show_number(100 * value, 1)} %"
        if self.unit == "mm":
            return show_habit(value, how)
        if self.unit == YES_OR_NO:
            return "yes" if value else "no"
        if self.unit in RATES:
            return show_rate(value, self.unit, how.unit)
        gap = "" if self.unit == "°" else " "
        return f"{show_number(value)}{gap}{self.unit}".strip()

    def checked(self, value: float, unit: Unit = "mm") -> float:
        """Return the value. Raises CorniceError for one that makes no sense of this rule: a share of seven hundred per
        cent, a coat that covers nothing."""
        least, most = self.between
        if not least <= value <= most:
            how = InUnits(unit)
            raise CorniceError(
                f"{self.shown(value, how) if abs(value) < 1e9 else f'{value:g}'} cannot be.",
                where=self.name,
                remedy=f"It is between {self.shown(least, how)} and {self.shown(most, how)}.",
            )
        return value

    def read(self, text: str, unit: Unit) -> float:
        """Return the value that was typed for it, as it is shown or as a plain number. Raises CorniceError, for one
        that makes no sense too."""
        return self.checked(self._read(text, unit), unit)

    def _read(self, text: str, unit: Unit) -> float:
        if self.unit == "mm":
            return parse_length(text, unit).mm
        if self.unit == YES_OR_NO and text.strip().lower() in ANSWERS:
            return ANSWERS[text.strip().lower()]
        in_feet, times = RATES.get(self.unit, (self.unit, 1.0))
        by_feet = text.strip().endswith(in_feet) or (unit == "in" and not text.strip().endswith(self.unit))
        plain = text.strip().removesuffix(in_feet).removesuffix(self.unit).strip()
        per_cent = plain.endswith("%")
        try:
            value = float(plain.removesuffix("%").strip().replace(",", "."))
        except ValueError:
            usual = self.shown(self.value, InUnits(unit))
            raise CorniceError(
                f"“{text[:40]}” is no value of this rule.", where=self.name, remedy=f"Write for example {usual}."
            ) from None
        if self.unit == YES_OR_NO and value not in (0.0, 1.0):
            raise CorniceError(f"“{text[:40]}” is neither yes nor no.", where=self.name, remedy="Write yes or no.")
        if self.unit == "share" and (per_cent or value > MOST_SHARE):
            return value / 100
        return value / times if by_feet else value


class _Row(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    name: str
    value: float
    unit: str
    between: tuple[float, float]
    why: str
    changes: str
    topic: str


@cache
def shipped_rules() -> Mapping[str, HouseRule]:
    """Return the rules that ship with the program, by key."""
    rows = shipped_table("house_rules.toml", dict[str, _Row])
    return MappingProxyType(
        {
            key: HouseRule(key, row.name, row.value, row.unit, row.between, row.why, row.changes, row.topic)
            for key, row in rows.items()
        }
    )


class HouseRules:
    """The rules in force: what ships, overlaid with what the job changed."""

    def __init__(self, changed: Mapping[str, float] | None = None) -> None:
        self._changed = dict(changed or {})
        unknown = sorted(set(self._changed) - set(shipped_rules()))
        if unknown:
            raise CorniceError(f"There is no house rule called “{unknown[0][:60]}”.", where="house_rules")
        # All at once: the rules of a job are shared by threads, and a figure of one is the same object for all.
        self._figures = {key: self._figure(rule) for key, rule in shipped_rules().items()}

    def value(self, key: str) -> float:
        """Return the value in force."""
        return self._changed.get(key, shipped_rules()[key].value)

    def figure(self, key: str) -> Figure:
        """Return the rule as a leaf of the working, noting the usual value where the job differs."""
        return self._figures[key]

    def _figure(self, rule: HouseRule) -> Figure:
        value = self.value(rule.key)
        usual = Habit(rule.value) if rule.unit == "mm" else rule.shown(rule.value, METRIC)
        note = rule.why if value == rule.value else Told(f"{rule.why} Usually ", usual, "; changed in this job.")
        return Figure(rule.name, value, rule.unit, "house rule", source=HouseRulePath(rule.key), note=note)
