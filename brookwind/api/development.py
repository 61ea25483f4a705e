"""The application for `make dev`: the demo scenario, made anew by every reload."""

from __future__ import annotations

from fastapi import FastAPI

from brookwind.api.app import make_app
from brookwind.demo.load import load_demo
from brookwind.store.database import demo_database_path, open_database


def make_dev_app() -> FastAPI:
    """The application on the demo's database."""
    engine = open_database(demo_database_path())
    load_demo(engine)
    return make_app(engine)
