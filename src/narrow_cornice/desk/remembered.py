"""How each place was left: its leaf, the drawing above it, and how its sheet stood. Kept with the window's settings."""

from __future__ import annotations

from PyQt6.QtCore import QSettings

from narrow_cornice.desk.view import View


class Remembered:
    """What the window remembers of its places, from one going there to the next and from one day to the next."""

    def __init__(self, settings: QSettings) -> None:
        self._settings = settings

    def note(self, view: View) -> None:
        """Remember where a view is, and how the place there is seen."""
        self._put("place", view.place)
        self._put("room", view.room_id)
        if view.leaf:
            self._put(f"places/{view.place}/leaf", view.leaf)
        self._put(f"places/{view.place}/{view.leaf}/seen as", view.seen_as)

    @property
    def place(self) -> str:
        """Return the key of the place that was looked at last, empty for none."""
        return self._text("place")

    @property
    def room(self) -> str:
        """Return the identity of the room that was looked at last, empty for none."""
        return self._text("room")

    def leaf(self, place: str) -> str:
        """Return the leaf that a place was left with, empty for none."""
        return self._text(f"places/{place}/leaf")

    def seen_as(self, place: str, leaf: str) -> str:
        """Return what a leaf of a place was seen as, empty for its own drawing."""
        return self._text(f"places/{place}/{leaf}/seen as")

    # ---- how a leaf's sheet stood

    def sheet_height(self, place: str, leaf: str) -> int:
        """Return the height in pixels that a leaf's sheet was given, nought where nobody gave it one."""
        return int(self._settings.value(f"places/{place}/{leaf}/height", 0, type=int))

    def keep_sheet_height(self, place: str, leaf: str, height: int) -> None:
        """Remember the height in pixels that a leaf's sheet was given."""
        self._put(f"places/{place}/{leaf}/height", height)

    def folded(self, place: str, leaf: str) -> bool:
        """Return whether a leaf's sheet is folded."""
        return bool(self._settings.value(f"places/{place}/{leaf}/folded", False, type=bool))

    def keep_folded(self, place: str, leaf: str, *, folded: bool) -> None:
        """Remember whether a leaf's sheet is folded."""
        self._put(f"places/{place}/{leaf}/folded", folded)

    def _text(self, key: str) -> str:
        return str(self._settings.value(key, "", type=str))

    def _put(self, key: str, value: object) -> None:
        if self._settings.value(key, None, type=type(value)) != value:
            self._settings.setValue(key, value)
