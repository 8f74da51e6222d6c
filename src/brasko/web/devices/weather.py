"""A stand-in for a weather service: a believable day at one invented place, the same for everybody who asks."""

import hashlib
import math
from datetime import datetime, timedelta

from brasko.core.fire.weather import Weather

SOURCE = "simulated weather"
"""Named beside what it says."""


def weather_at(at: datetime) -> Weather:
    """The weather at a moment: a yearly and a daily wave, with a mood of the day that its date decides."""
    mood = hashlib.sha256(at.date().isoformat().encode()).digest()
    warm, cloudy, windy = (mood[i] / 255.0 for i in range(3))
    season = -math.cos(2.0 * math.pi * (at.timetuple().tm_yday - 20) / 365.0)
    hour = at.hour + at.minute / 60.0
    daily = math.cos(2.0 * math.pi * (hour - 15.0) / 24.0)
    air = 12.0 + 10.0 * season + 4.5 * daily + 8.0 * (warm - 0.5)
    height = max(0.0, math.sin(math.pi * (hour - 6.0 + season) / (12.0 + 2.0 * season)))
    sun = 900.0 * height * (0.75 + 0.25 * season) * (1.0 - 0.8 * cloudy) if 6 - season < hour < 18 + season else 0.0
    wind = 0.8 + 5.0 * windy**2 + 1.2 * max(0.0, daily)
    humidity = min(0.95, max(0.25, 0.62 - 0.16 * daily + 0.25 * (cloudy - 0.5)))
    return Weather(round(air, 1), round(wind, 1), round(sun), round(humidity, 2))


def hours_from(at: datetime, count: int = 12) -> list[tuple[datetime, Weather]]:
    """Whole hours from a moment on."""
    first = at.replace(minute=0, second=0, microsecond=0)
    return [(first + timedelta(hours=n), weather_at(first + timedelta(hours=n))) for n in range(count)]
