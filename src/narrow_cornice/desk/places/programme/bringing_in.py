"""What is brought in here: what the weather will be."""

from __future__ import annotations

from narrow_cornice.desk.bringing_in import BringingIn
from narrow_cornice.job import edits
from narrow_cornice.job.programmed import DayWeather
from narrow_cornice.units.words import several


def weather(into: BringingIn) -> None:
    """Bring in a forecast, a day a line."""
    path = into.ask("Weather by day", "Weather by day (*.csv)")
    if path is None:
        return
    from narrow_cornice.exchange.weather_csv import read_weather

    def take(found: tuple[DayWeather, ...]) -> None:
        if into.session.do_made(lambda: edits.take_weather(found)):
            rain = sum(one.rain for one in found)
            into.session.told.emit(f"{several(len(found), 'day')} of weather, {rain} of them with rain.")

    into.read(path, read_weather, take)
