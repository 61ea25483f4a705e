"""Requests by the thousand, made from the published description and from the demo's own documents, gone wrong.

A seed makes the same requests again. What is answered must be as it is published.
"""

from __future__ import annotations

import copy
import json
import re
import time
from collections.abc import Iterator
from functools import cache
from random import Random
from typing import Any, NamedTuple
from urllib.parse import quote

from fastapi.testclient import TestClient
from httpx2 import Response
from jsonschema_rs import Draft202012Validator

from brookwind.demo.load import demo_box, demo_rigs, demo_surveys

IDS = ["rudd-strung", "grayling-avon", "quarrel-pit", "quarrel-pit-deep-flat", "lead-04-bb", "rudd", "worm", "nobody"]
"""Names that are known somewhere, and one that is not."""
ODD: list[Any] = [
    None, True, 0, -1, 1, 2**31, 2**63, 2**70, -(2**70), 1e308, -1e308, 5e-324, 1e-300, 0.1, 1e6, "", " ", "x",
    "x" * 3000,
    "A B", "../../etc", "%00", "\x00", "\u202e", "=1+1", "é" * 90, "1e999999", "0001-01-01T00:00:00Z",
    "9999-12-31T23:59:59-12:00", "2026-11-23T10:00:00Z", "2026-11-23", [], {}, [[]], [None] * 5, {"kind": "x"},
]  # fmt: skip
"""What nobody should send."""
_NUMBERS = [0, 1, -1, 0.5, 1e-9, 5e-324, 9.99999, 10, 30, 60, 300, 1e3, 1e9, 1e300]


class Request(NamedTuple):
    """One request."""

    method: str
    path: str
    body: bytes | None
    media: str


class Maker:
    """Makes requests to an application."""

    def __init__(self, described: dict[str, Any], seed: int) -> None:
        """Begin.

        described: the OpenAPI document.
        seed: of the draw.
        """
        self.draw = Random(seed)
        self.schemas = described["components"]["schemas"]
        self.calls = [
            (method, path, operation)
            for path, item in described["paths"].items()
            for method, operation in item.items()
            if "instruments" not in path
        ]
        self.kept: list[tuple[str, int, dict[str, Any]]] = []
        self.documents = {
            "Rig": [r.model_dump(mode="json") for r in demo_rigs()],
            "Survey": [s.model_dump(mode="json") for s in demo_surveys()],
            "ShotStock": [i.model_dump(mode="json") for i in demo_box() if i.kind == "shot"],
            "FloatStock": [i.model_dump(mode="json") for i in demo_box() if i.kind == "float"],
        }

    def __iter__(self) -> Iterator[Request]:
        """Requests without end."""
        while True:
            yield self._request()

    def seen(self, request: Request, answer: Any) -> None:
        """Remember a record that an answer tells of, to go on with it.

        request: what was asked.
        answer: what came, as JSON.
        """
        if isinstance(answer, dict) and isinstance(answer.get("fields"), dict) and "version" in answer:
            path = request.path.split("?")[0]
            key = next((answer["fields"].get(k) for k in ("id", "item", "swim_id", "water_id")), None)
            if key and not path.endswith(quote(str(key), safe="")):
                path = f"{path}/{quote(str(key), safe='')}"
            self.kept = [*self.kept[-30:], (path, answer["version"], answer["fields"])]

    def _goes_on(self) -> Request:
        """A record that was seen is read, changed as it was last seen, or removed."""
        path, version, fields = self.draw.choice(self.kept)
        what = self.draw.random()
        if what < 0.2:
            return Request("get", path, None, "")
        if what < 0.4:
            return Request("delete", f"{path}?version={version}", None, "")
        changed = {"version": version, "fields": self._gone_wrong(copy.deepcopy(fields))}
        return Request("put", path, json.dumps(changed).encode(), "application/json")

    def _request(self) -> Request:
        if self.kept and self.draw.random() < 0.25:
            return self._goes_on()
        method, path, operation = self.draw.choice(self.calls)
        query = []
        for p in operation.get("parameters", []):
            value = self._sample(p["schema"]) if self.draw.random() < 0.8 else self._odd()
            text = quote(value if isinstance(value, str) else json.dumps(value), safe="")
            if p["in"] == "path":
                path = path.replace(
                    f"{{{p['name']}}}", quote(self.draw.choice(IDS)) if self.draw.random() < 0.8 else text
                )
            elif p.get("required") or self.draw.random() < 0.7:
                query.append(f"{p['name']}={text}")
        address = f"{path}?{'&'.join(query)}" if query else path
        content = operation.get("requestBody", {}).get("content", {})
        if "application/json" in content:
            value = self._sample(content["application/json"]["schema"])
            return Request(method, address, json.dumps(self._gone_wrong(value)).encode(), "application/json")
        if content:
            return Request(method, address, self._file(), "application/octet-stream")
        return Request(method, address, None, "")

    def _odd(self) -> Any:
        # A copy: what is sent may be changed further.
        return copy.deepcopy(self.draw.choice(ODD))

    def _file(self) -> bytes:
        lines = [
            "kind,item,size,mass_g,material,count",
            "height_mm,diameter_mm",
            "distance_m,depth_m,id",
            "{",
            "[",
            "<gpx>",
        ]
        cells = [",".join(str(self.draw.choice(ODD)) for _ in range(self.draw.randint(1, 6))) for _ in range(4)]
        return "\n".join([self.draw.choice(lines), *cells]).encode("utf-8", "replace")

    def _sample(self, schema: Any, depth: int = 0) -> Any:
        if self.draw.random() < 0.02:
            return self._odd()
        if not isinstance(schema, dict) or depth > 12:
            return None
        if "$ref" in schema:
            name = schema["$ref"].rsplit("/", 1)[-1]
            known = self.documents.get(name)
            if known and self.draw.random() < 0.9:
                return copy.deepcopy(self.draw.choice(known))
            return self._sample(self.schemas[name], depth + 1)
        for several in ("anyOf", "oneOf", "allOf"):
            if several in schema:
                return self._sample(self.draw.choice(schema[several]), depth + 1)
        if "const" in schema:
            return schema["const"]
        if "enum" in schema:
            return self.draw.choice(schema["enum"])
        return self._of_type(schema, depth)

    def _of_type(self, schema: dict[str, Any], depth: int) -> Any:
        match schema.get("type"):
            case "object":
                must = set(schema.get("required", ()))
                return {
                    k: self._sample(v, depth + 1)
                    for k, v in schema.get("properties", {}).items()
                    if k in must or self.draw.random() < 0.4
                }
            case "array":
                items = schema.get("items") or (schema.get("prefixItems") or [{}])[0]
                least = schema.get("minItems", 0)
                return [self._sample(items, depth + 1) for _ in range(self.draw.randint(least, max(least, 3)))]
            case "string":
                if schema.get("format") == "date-time":
                    return f"2026-11-{self.draw.randint(10, 30)}T{self.draw.randint(0, 23):02}:00:00Z"
                return self.draw.choice(IDS)
            case "number" | "integer":
                low = schema.get("minimum", schema.get("exclusiveMinimum", -100))
                high = schema.get("maximum", schema.get("exclusiveMaximum", 1000))
                value = self.draw.choice([self.draw.uniform(low, high), low, high, self.draw.choice(_NUMBERS)])
                return int(value) if schema["type"] == "integer" else value
            case "boolean":
                return self.draw.random() < 0.5
            case _:
                return None

    def _gone_wrong(self, value: Any) -> Any:
        """With a few places of it replaced, left out or doubled; often with none."""
        for _ in range(self.draw.choice((0, 0, 1, 1, 2, 4))):
            places = list(_places(value))
            if not places:
                break
            holder, key = self.draw.choice(places)
            what = self.draw.random()
            if what < 0.2 and isinstance(holder, dict):
                del holder[key]
            elif what < 0.35 and isinstance(holder, list) and len(holder) < 400:
                holder.extend(copy.deepcopy(holder) * self.draw.choice((1, 1, 20)))
            elif what < 0.6 and isinstance(holder[key], int | float):
                holder[key] = self.draw.choice([*_NUMBERS, -holder[key], holder[key] * 10, holder[key] / 10])
            else:
                holder[key] = self._odd()
        return value


def _places(value: Any) -> Iterator[tuple[Any, Any]]:
    found = (
        list(value.items()) if isinstance(value, dict) else list(enumerate(value)) if isinstance(value, list) else []
    )
    for key, inner in found:
        yield value, key
        yield from _places(inner)


_WHOLE = ("application/json", "application/problem+json")
"""Answers that come in one piece, and are read as one."""


class Published:
    """What the application says that it answers."""

    def __init__(self, described: dict[str, Any]) -> None:
        """Begin.

        described: the OpenAPI document.
        """
        self.components = described["components"]
        ways = [
            (method, re.compile(re.sub(r"{\w+}", "[^/]+", path)), operation["responses"])
            for path, item in described["paths"].items()
            for method, operation in item.items()
        ]
        # An address spelled out comes before one that takes any name in its place.
        self.ways = sorted(ways, key=lambda way: way[1].pattern.count("[^/]+"))
        self._check = cache(self._made)

    def _made(self, schema: str) -> Draft202012Validator:
        return Draft202012Validator({**json.loads(schema), "components": self.components})

    def complaint(self, request: Request, answer: Response) -> str | None:
        """What of an answer is not as published; None when all is, or nothing is said of it, as of a file.

        request: what was asked.
        answer: what came.
        """
        path = request.path.split("?")[0]
        told = next((r for m, p, r in self.ways if m == request.method and p.fullmatch(path)), None)
        media = answer.headers.get("content-type", "").split(";")[0]
        if told is None or not answer.content or media not in _WHOLE or "content-disposition" in answer.headers:
            return None
        described = told.get(str(answer.status_code), {}).get("content", {}).get(media)
        if described is None:
            return f"{answer.status_code} with {media} is not told of"
        errors = self._check(json.dumps(described["schema"])).iter_errors(answer.json())
        return next((e.message[:300] for e in errors), None)


class Tally(NamedTuple):
    """How requests fared."""

    sent: int
    done: int
    """Answered with what was asked for."""
    faults: list[tuple[int, Request]]
    unlike: list[tuple[str, Request]]
    """What was not as published."""
    slowest_s: float
    slowest: Request | None


def send(client: TestClient, seed: int, most: int) -> Tally:
    """Send requests and see how they fare. Time is that of the processor.

    client: of an application.
    seed: of the draw.
    most: how many.
    """
    faults: list[tuple[int, Request]] = []
    unlike: list[tuple[str, Request]] = []
    slowest_s, slowest, done = 0.0, None, 0
    described = client.get("/api/openapi.json").json()
    maker, published = Maker(described, seed), Published(described)
    for _, request in zip(range(most), maker, strict=False):
        headers = {"content-type": request.media} if request.media else {}
        began = time.process_time()
        answer = client.request(request.method.upper(), request.path, content=request.body, headers=headers)
        took = time.process_time() - began
        if took > slowest_s:
            slowest_s, slowest = took, request
        done += answer.is_success
        if answer.is_success and answer.content and answer.headers.get("content-type") == "application/json":
            maker.seen(request, answer.json())
        if answer.status_code >= 500:
            faults.append((answer.status_code, request))
        if complaint := published.complaint(request, answer):
            unlike.append((complaint, request))
    return Tally(most, done, faults, unlike, slowest_s, slowest)
