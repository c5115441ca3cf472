"""A forecast as a table: a day, how warm it will be at most in °C, and whether it rains, in a line each."""

from __future__ import annotations

from narrow_cornice.errors import CorniceError
from narrow_cornice.job.programmed import DayWeather
from narrow_cornice.units.dates import parse_date

WET = ("rain", "wet", "snow", "shower", "yes", "1", "true")
DRY = ("", "dry", "no", "0", "false", "sun", "cloud")
MOST = 400


class WeatherError(CorniceError, ValueError):
    """A table that tells no weather."""


def read_weather(content: bytes) -> tuple[DayWeather, ...]:
    """Return the days of a table (commas or semicolons; a line of headings is passed over). Raises WeatherError with
    the line that is wrong."""
    made: list[DayWeather] = []
    try:
        lines = content.decode("utf-8-sig").splitlines()
    except UnicodeDecodeError as error:
        raise WeatherError(f"This is not readable text (UTF-8), from byte {error.start + 1} on.") from None
    for number, line in enumerate(lines, 1):
        cells = [cell.strip().strip('"') for cell in (line.split(";") if ";" in line else line.split(","))]
        if not any(cells):
            continue
        day = parse_date(cells[0])
        if day is None:
            if number == 1:
                continue
            raise WeatherError(f"“{cells[0][:40]}” is no day.", where=f"line {number}", remedy="Write 2027-03-15.")
        made.append(DayWeather(day.toordinal(), _warm(cells, number), rain=_rains(cells, number)))
        if len(made) > MOST:
            raise WeatherError(f"More than {MOST} days.", where=f"line {number}", remedy="Take fewer.")
    if not made:
        raise WeatherError("No day is told.", remedy="A line each: 2027-03-15, 12, rain.")
    return tuple(made)


def _warm(cells: list[str], number: int) -> float:
    text = cells[1].replace("°C", "").replace(",", ".").strip() if len(cells) > 1 else ""
    try:
        warm = float(text)
    except ValueError:
        warm = float("nan")
    if not -60 <= warm <= 60:
        raise WeatherError(f"“{text[:40]}” is no warmth.", where=f"line {number}", remedy="Write it in °C, as 12.")
    return warm


def _rains(cells: list[str], number: int) -> bool:
    word = cells[2].lower() if len(cells) > 2 else ""
    if word in WET:
        return True
    if word in DRY:
        return False
    raise WeatherError(f"“{word[:40]}” says neither rain nor dry.", where=f"line {number}", remedy="Write rain or dry.")
