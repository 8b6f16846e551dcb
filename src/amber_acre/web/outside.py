"""Devices and services outside the program, each made when a page first asks for it."""

from __future__ import annotations

from functools import cached_property
from typing import TYPE_CHECKING

if TYPE_CHECKING:
    from amber_acre.stand_ins.ph_probe import PhProbe
    from amber_acre.stand_ins.soil_lab import SoilLab
    from amber_acre.stand_ins.weather import WeatherService


class Outside:
    """``simulated_weather``: a made-up forecast stands in where nobody brings one; ``simulated_devices``: a made-up
    probe and laboratory answer. Else there is none."""

    def __init__(self, simulated_weather: bool, simulated_devices: bool) -> None:
        self.simulated_weather = simulated_weather
        self.simulated_devices = simulated_devices

    @cached_property
    def weather(self) -> WeatherService | None:
        """A forecast service; None where there is none."""
        from amber_acre.stand_ins.weather import SimulatedWeather

        return SimulatedWeather() if self.simulated_weather else None

    @cached_property
    def probe(self) -> PhProbe | None:
        """A pH probe; None where none is connected."""
        from amber_acre.stand_ins.ph_probe import SimulatedProbe

        return SimulatedProbe() if self.simulated_devices else None

    @cached_property
    def laboratory(self) -> SoilLab | None:
        """A soil laboratory that answers by itself; None where none is connected."""
        from amber_acre.stand_ins.soil_lab import SimulatedLab

        return SimulatedLab() if self.simulated_devices else None
