"""Any drawing as it is seen under lamps: the room's own colours change, paper, ink and lines do not."""

from __future__ import annotations

from msgspec.structs import replace

from narrow_cornice.colour.lamplight import under_lamp
from narrow_cornice.drawing.marks import Area, Areas, Drawing, Mark, Strip
from narrow_cornice.memo import by_identity
from narrow_cornice.units.show import show_kelvin


@by_identity(times=1, each="drawing")
def under_light(drawing: Drawing, kelvin: float) -> Drawing:
    """Return a drawing with every tone of its areas and shade strips as it is seen under lamps of a temperature."""
    marks = tuple(_seen(mark, kelvin) for mark in drawing.marks)
    said = f"under lamps of {show_kelvin(kelvin)}"
    return replace(drawing, subtitle=" · ".join(part for part in (said, drawing.subtitle) if part), marks=marks)


def _seen(mark: Mark, kelvin: float) -> Mark:
    if isinstance(mark, Area | Areas) and len(mark.fill) == 7 and mark.fill.startswith("#"):
        return replace(mark, fill=under_lamp(mark.fill, kelvin))
    if isinstance(mark, Strip) and mark.colour.startswith("#"):
        return replace(mark, colour=under_lamp(mark.colour[:7], kelvin))
    return mark
