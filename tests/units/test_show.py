"""Quantities shown back."""

from __future__ import annotations

import pytest

from narrow_cornice.units.lengths import parse_length
from narrow_cornice.units.show import IMPERIAL, METRIC, show_habit, show_quantity


@pytest.mark.parametrize(
    ("value", "kind", "unit", "shown"),
    [
        (2628.9, "mm", "mm", "2 629 mm"),
        (2628.9, "mm", "in", "8' 7 1/2\""),
        (61234, "run", "mm", "61.2 m"),
        (3048, "run", "in", "10.0 ft"),
        (2.84, "m", "mm", "2.84 m"),
        (2.84, "m", "in", "9.3 ft"),
        (9.290304, "m²", "in", "100.0 sq ft"),
        (9.2903, "m²", "mm", "9.29 m²"),
        (1.456, "L", "mm", "1.46 L"),
        (13.44, "L", "in", "13.44 L"),
        (113.44, "L", "mm", "113.4 L"),
        (2418, "money", "mm", "2 418"),
        (49.5, "money", "mm", "49.50"),
        (0.05, "share", "mm", "5 %"),
        (9.7714, "m²/L", "mm", "9.77 m²/L"),
        (90.04, "°", "mm", "90.0°"),
        (3, "", "mm", "3"),
        (0.00001, "", "mm", "0"),
        (1, "days", "mm", "1 day"),
        (2, "days", "in", "2 days"),
    ],
)
def test_quantities(value: float, kind: str, unit: str, shown: str) -> None:
    assert show_quantity(value, kind, METRIC if unit == "mm" else IMPERIAL) == shown


@pytest.mark.parametrize(
    ("mm", "said"),
    [
        (2.0, '5/64"'),
        (3.0, '1/8"'),
        (25.0, '1"'),
        (0.05, '0.00197"'),
        (0.0, '0"'),
        (1000.0, "3' 3 3/8\""),
        (0.8, '1/32"'),
    ],
)
def test_what_was_set_is_told_as_near_as_it_is(mm: float, said: str) -> None:
    """Half of 1/16 is a third of 2 mm: a rule that reads as another would be taken for it."""
    assert show_habit(mm, IMPERIAL) == said
    assert parse_length(said, "in").mm == pytest.approx(mm, rel=0.07)
    assert show_habit(mm, METRIC) == f"{mm:g} mm".replace("1000", "1 000")
