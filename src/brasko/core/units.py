"""Conversions, used only at the edges of the core. Inside, everything is SI with temperatures in °C."""

from __future__ import annotations

MM_PER_INCH = 25.4
GRAMS_PER_POUND = 453.59237
KELVIN_OFFSET = 273.15
"""Exact by definition."""


def fahrenheit(celsius: float) -> float:
    """Temperature [°F] of a temperature [°C]."""
    return celsius * 9.0 / 5.0 + 32.0


def celsius(fahrenheit_value: float) -> float:
    """Temperature [°C] of a temperature [°F]."""
    return (fahrenheit_value - 32.0) * 5.0 / 9.0


def inches(metres: float) -> float:
    """Length [in] of a length [m]."""
    return metres * 1000.0 / MM_PER_INCH


def metres(inch_value: float) -> float:
    """Length [m] of a length [in]."""
    return inch_value * MM_PER_INCH / 1000.0
