"""Words for how many there are."""

from __future__ import annotations

from narrow_cornice.units.words import several


def test_one_is_one_and_several_are_several() -> None:
    assert [several(count, "wall") for count in (0, 1, 2)] == ["0 walls", "1 wall", "2 walls"]
    assert [several(count, "field of panels", "fields of panels") for count in (1, 3)] == [
        "1 field of panels",
        "3 fields of panels",
    ]
