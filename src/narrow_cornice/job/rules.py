"""The house rules in force for a job."""

from __future__ import annotations

from narrow_cornice.explained.house_rules import HouseRules
from narrow_cornice.memo import by_identity


@by_identity(times=64, each="job")
def house_rules_of(changed: dict[str, float]) -> HouseRules:
    """Return the rules in force for a job's changes, one object for as long as the changes are."""
    return HouseRules(changed)
