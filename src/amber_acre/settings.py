"""The settings of one installation, read once from the environment (``AMBER_ACRE_*``)."""

from __future__ import annotations

from datetime import date
from pathlib import Path

from pydantic_settings import BaseSettings, SettingsConfigDict


class Settings(BaseSettings):
    """Every setting with its default; ``today`` pins the day (the demo does), None uses the clock."""

    model_config = SettingsConfigDict(env_prefix="AMBER_ACRE_")

    database: Path = Path("var/amber-acre.sqlite")
    host: str = "127.0.0.1"
    port: int = 8040
    firm: str = "Your firm"
    currency: str = "$"
    today: date | None = None

    def day(self) -> date:
        """The day the program takes as today."""
        return self.today or date.today()
