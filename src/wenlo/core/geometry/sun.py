"""Where the sun stands, by place, date and clock."""

import math

DAYS = 365.0
MONTHS = (31, 28, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31)


def day_of_year(date: str) -> int:
    """The how many-th day of its year a date is, written year-month-day.

    Raises
    ------
    ValueError
        If there is no such date.

    >>> day_of_year("2026-03-01"), day_of_year("2028-03-01")
    (60, 61)
    """
    parts = date.split("-")
    if [len(p) for p in parts] != [4, 2, 2] or not all(p.isascii() and p.isdigit() for p in parts):
        raise ValueError(f"“{date}” is no date; write year-month-day, as in 2026-09-21.")
    year, month, day = (int(p) for p in parts)
    leap = year % 4 == 0 and (year % 100 != 0 or year % 400 == 0)
    longest = [days + (leap and k == 1) for k, days in enumerate(MONTHS)]
    if not 1 <= month <= 12 or not 1 <= day <= longest[month - 1]:
        raise ValueError(f"“{date}” is no date; write year-month-day, as in 2026-09-21.")
    return sum(longest[: month - 1]) + day


def sun_height_and_bearing(
    *, latitude: float, longitude: float, zone: float, date: str, hour: float
) -> tuple[float, float]:
    """Height over the horizon and bearing from north toward east. [rad]

    Declination and equation of time by Spencer's series (1971), good to a tenth of a degree and to half a minute;
    refraction is left out.

    Source: [Spencer1971].

    Parameters
    ----------
    latitude, longitude: + is north and east. [rad]
    zone: hours that the clock is ahead of world time. [h]
    date: year-month-day.
    hour: of the clock. [h]

    Returns
    -------
    tuple: height over the horizon, bearing from north toward east. [rad]

    Raises
    ------
    ValueError
        If there is no such date.

    >>> day = {"date": "2026-03-20", "hour": 12.1, "zone": 0.0}
    >>> up, way = sun_height_and_bearing(latitude=math.radians(50), longitude=0.0, **day)
    >>> round(math.degrees(up)), round(math.degrees(way), -1)
    (40, 180.0)
    """
    day = day_of_year(date)
    g = 2.0 * math.pi * (day - 1 + (hour - 12.0) / 24.0) / DAYS
    declination = (
        0.006918
        - 0.399912 * math.cos(g)
        + 0.070257 * math.sin(g)
        - 0.006758 * math.cos(2 * g)
        + 0.000907 * math.sin(2 * g)
        - 0.002697 * math.cos(3 * g)
        + 0.00148 * math.sin(3 * g)
    )
    minutes = 229.18 * (
        0.000075
        + 0.001868 * math.cos(g)
        - 0.032077 * math.sin(g)
        - 0.014615 * math.cos(2 * g)
        - 0.040849 * math.sin(2 * g)
    )
    solar = hour - zone + math.degrees(longitude) / 15.0 + minutes / 60.0
    turn = math.radians(15.0 * (solar - 12.0))
    up = math.sin(latitude) * math.sin(declination) + math.cos(latitude) * math.cos(declination) * math.cos(turn)
    east = -math.cos(declination) * math.sin(turn)
    north = math.cos(latitude) * math.sin(declination) - math.sin(latitude) * math.cos(declination) * math.cos(turn)
    return math.asin(max(-1.0, min(1.0, up))), math.atan2(east, north) % (2.0 * math.pi)
