"""The calls of one subject, told where they are written and made where they are taken in."""

from __future__ import annotations

import threading
from collections.abc import Callable, Sequence
from functools import cached_property
from typing import Any

from fastapi import APIRouter
from starlette.routing import BaseRoute, Match
from starlette.types import Receive, Scope, Send


class Part(APIRouter):
    """A subject's calls. The framework would make each where it is written, and once more where it is taken in."""

    def __init__(self, prefix: str = "", tags: Sequence[str] = ()) -> None:
        """Begin without calls.

        prefix: of every address.
        tags: headings in the API's document.
        """
        super().__init__(prefix=prefix, tags=list(tags))
        self._told: list[tuple[str, Callable[..., Any], dict[str, Any]]] = []

    def add_api_route(self, path: str, endpoint: Callable[..., Any], **how: Any) -> None:
        """Tell of a call.

        path: after the prefix.
        endpoint: what answers.
        how: as the framework takes it.
        """
        self._told.append((path, endpoint, how))

    def put_into(self, router: APIRouter) -> None:
        """Make the calls.

        router: where they go.
        """
        for path, endpoint, how in self._told:
            tags = [*self.tags, *(how.get("tags") or ())]
            router.add_api_route(self.prefix + path, endpoint, **{**how, "tags": tags})


class Later(BaseRoute):
    """Calls that are made when the first of them is asked for, or when nobody waits for them: `ready`."""

    def __init__(self, under: str, parts: Callable[[], Sequence[Part]], responses: dict[int | str, Any]) -> None:
        """Promise them.

        under: how all their addresses begin.
        parts: loads them.
        responses: what each of them may answer besides.
        """
        self._under, self._parts, self._responses = under, parts, responses
        self._making = threading.Lock()

    @cached_property
    def _made(self) -> APIRouter:
        router = APIRouter(responses=self._responses)
        for part in self._parts():
            part.put_into(router)
        return router

    def ready(self) -> APIRouter:
        """Them, made by now. Any thread may ask."""
        with self._making:
            return self._made

    def matches(self, scope: Scope) -> tuple[Match, Scope]:
        """Whether one of them answers a request: wholly, its address only, or none.

        scope: the request.
        """
        if scope["type"] != "http" or not scope["path"].startswith(self._under):
            return Match.NONE, {}
        found = {route.matches(scope)[0] for route in self.ready().routes}
        return next((m for m in (Match.FULL, Match.PARTIAL) if m in found), Match.NONE), {}

    async def handle(self, scope: Scope, receive: Receive, send: Send) -> None:
        """Answer a request.

        scope: the request.
        receive: of the server.
        send: of the server.
        """
        await self.ready().app(scope, receive, send)
