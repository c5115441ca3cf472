"""The places of the work in their order: whoever shows, finds, prints or counts them reads them here."""

from __future__ import annotations

from narrow_cornice.desk.place import Place
from narrow_cornice.desk.places.bought.place import PLACE as BOUGHT
from narrow_cornice.desk.places.brief.place import PLACE as BRIEF
from narrow_cornice.desk.places.built.place import PLACE as BUILT
from narrow_cornice.desk.places.colouring.place import PLACE as COLOUR
from narrow_cornice.desk.places.finishes.place import PLACE as FINISHES
from narrow_cornice.desk.places.logbook.place import PLACE as LOGBOOK
from narrow_cornice.desk.places.measure.place import PLACE as MEASURE
from narrow_cornice.desk.places.present.place import PLACE as PRESENT
from narrow_cornice.desk.places.programme.place import PLACE as PROGRAMME
from narrow_cornice.desk.places.shelf.place import PLACE as SHELF
from narrow_cornice.desk.places.trim.place import PLACE as TRIM
from narrow_cornice.desk.places.walling.place import PLACE as WALLS
from narrow_cornice.desk.places.zones.place import PLACE as ZONES

PLACES: tuple[Place, ...] = (
    BRIEF,
    MEASURE,
    ZONES,
    COLOUR,
    TRIM,
    BUILT,
    WALLS,
    FINISHES,
    BOUGHT,
    PROGRAMME,
    PRESENT,
    LOGBOOK,
    SHELF,
)
