"""The settings of one installation, read once from the environment (``AMBER_ACRE_*``)."""

from __future__ import annotations

from datetime import date
from pathlib import Path
from typing import Literal

from pydantic_settings import BaseSettings, SettingsConfigDict


class Settings(BaseSettings):
    """Every setting with its default; ``today`` pins the day (the demo does), None uses the clock.

    ``demo``: the demo's own, said on every page: it is made anew at its next start.

    ``simulated_weather``: a made-up forecast stands in where nobody brings one; it names itself on every verdict.

    ``simulated_devices``: a made-up probe and laboratory can be read; what they say is named so wherever it is told.

    ``allowed_hosts``: names beside loopback under which pages are answered, by commas.
    """

    model_config = SettingsConfigDict(env_prefix="AMBER_ACRE_")

    database: Path = Path("var/amber-acre.sqlite")
    host: str = "127.0.0.1"
    port: int = 8040
    allowed_hosts: str = ""
    firm: str = "Your firm"
    currency: str = "$"
    units: Literal["metric", "us"] = "metric"
    today: date | None = None
    demo: bool = False
    simulated_weather: bool = False
    simulated_devices: bool = False

    def hosts(self) -> list[str]:
        """Names the program answers to beside loopback: those allowed, and the address it binds to."""
        return [*self.allowed_hosts.split(","), self.host]

    def day(self) -> date:
        """The day the program takes as today."""
        return self.today or date.today()
