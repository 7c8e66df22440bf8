"""All settings of Wenlo, read from the environment (``WENLO_…``). Documented in docs/settings.md."""

from pathlib import Path
from typing import Literal

from pydantic import Field, SecretStr
from pydantic_settings import BaseSettings, SettingsConfigDict


class Settings(BaseSettings):
    """One documented settings class, made once in the command line and passed down."""

    model_config = SettingsConfigDict(env_prefix="WENLO_", extra="ignore")

    database_url: SecretStr = Field(
        default=SecretStr("postgresql+psycopg://wenlo@127.0.0.1/wenlo"), description="SQLAlchemy URL of PostgreSQL."
    )
    host: str = Field(default="127.0.0.1", description="Address the server listens on; loopback unless you mean it.")
    port: int = Field(default=8321, ge=0, le=65535, description="Port the server listens on; 0 takes any free one.")
    allowed_hosts: str | None = Field(
        default=None,
        description="Names, with commas between, by which browsers may call the server beside loopback and WENLO_HOST.",
    )
    upload_limit: int = Field(default=5_000_000, ge=1000, description="Largest request that is read. [byte]")
    photograph_limit: int = Field(
        default=30_000_000, ge=1000, description="Largest photograph of a shot that is read. [byte]"
    )
    compute_seconds: float = Field(
        default=30.0,
        gt=0,
        description=(
            "Longest one computation may compute before it is given up; waiting for a busy machine does not count. [s]"
        ),
    )
    run_seconds: float = Field(
        default=300.0, gt=0, description="Longest a piece of long work (a ranking, a paper) may compute. [s]"
    )
    body_seconds: float = Field(
        default=30.0, gt=0, description="Longest pause in a request that is being sent; after that it is given up. [s]"
    )
    warm_workers: bool = Field(
        default=True, description="Load the kernels as soon as it starts; off, the first computation waits for it."
    )
    front_end: Path | None = Field(
        default=None, description="Folder of the built front end; none serves the API alone."
    )
    supplier_url: str | None = Field(
        default=None, description="Address of a supplier that answers with a price list; none uses typical prices."
    )
    meter_address: str | None = Field(
        default=None,
        description="Address (host:port) of a light meter that answers READ? with a line; none is typed by hand.",
    )
    camera_url: str | None = Field(
        default=None,
        description="Address of a camera that takes a frame when asked over HTTP; none, photographs come from files.",
    )
    lamp_address: str | None = Field(
        default=None,
        description=(
            "Address (host:port) of a lamp that listens to DMX512 over IP (sACN, ANSI E1.31); none is turned by hand."
        ),
    )
    lamp_universe: int = Field(default=1, ge=1, le=63999, description="Universe that the lamp listens to.")
    simulated_set_url: str | None = Field(
        default=None,
        description="Address of a simulated set that is told what stands in it; none where meter and camera are real.",
    )
    log_format: Literal["console", "json"] = Field(default="console", description="How log lines are written.")
    access_log: bool = Field(default=False, description="Write a log line for every request.")
    log_level: Literal["debug", "info", "warning", "error"] = Field(default="info", description="Least level logged.")
