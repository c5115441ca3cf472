"""Words for how many there are, and articles."""

from __future__ import annotations

from narrow_cornice.units.words import several, with_article


def test_one_is_one_and_several_are_several() -> None:
    assert [several(count, "wall") for count in (0, 1, 2)] == ["0 walls", "1 wall", "2 walls"]
    assert [several(count, "field of panels", "fields of panels") for count in (1, 3)] == [
        "1 field of panels",
        "3 fields of panels",
    ]


def test_articles() -> None:
    assert [with_article(word) for word in ("chair", "armchair", "Eighteenth century")] == [
        "a chair",
        "an armchair",
        "an Eighteenth century",
    ]
