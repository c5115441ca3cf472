"""Papers that sheets are printed on."""

from __future__ import annotations

import msgspec

from narrow_cornice.units.show import ShownIn


class Paper(msgspec.Struct, frozen=True):
    """A paper by its name, upright, in mm (ISO 216; ANSI/ASME Y14.1 for Letter and Tabloid)."""

    name: str
    wide: float
    tall: float

    def words(self, how: ShownIn) -> str:
        """Return its name and size in the units of a job: "A4, 210 × 297 mm", "Letter, 8.5 × 11 in"."""
        scale = 1.0 if how.unit == "mm" else 25.4
        return f"{self.name}, {self.wide / scale:.4g} × {self.tall / scale:.4g} {how.unit}"


A4 = Paper("A4", 210.0, 297.0)
LETTER = Paper("Letter", 215.9, 279.4)
PAPERS = (A4, Paper("A3", 297.0, 420.0), LETTER, Paper("Tabloid", 279.4, 431.8))


def usual_paper(how: ShownIn) -> Paper:
    """Return the paper that a job in these units is printed on, where none is chosen."""
    return A4 if how.unit == "mm" else LETTER
