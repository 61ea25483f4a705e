"""Print the OpenAPI document, from which the web's types are generated."""

from __future__ import annotations

import json
import sys

from sqlalchemy import create_engine

from brookwind.api.app import make_app

json.dump(make_app(create_engine("sqlite://")).openapi(), sys.stdout, indent=1, sort_keys=True)
