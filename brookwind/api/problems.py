"""Every refusal as a problem document (RFC 9457) with the path of the field."""

from __future__ import annotations

from typing import Any

from fastapi import FastAPI, Request
from fastapi.exceptions import RequestValidationError
from fastapi.responses import JSONResponse
from pydantic import BaseModel, ValidationError
from sqlalchemy.exc import OperationalError
from starlette.exceptions import HTTPException

from brookwind.core.errors import BrookwindError, Problem
from brookwind.core.rig.refusals import from_validation
from brookwind.store.repository import NotKept, Stale, Taken

MEDIA = "application/problem+json"

_STATUS: dict[type[BrookwindError], tuple[int, str]] = {
    NotKept: (404, "Not there"),
    Stale: (409, "Saved elsewhere"),
    Taken: (409, "Already there"),
}


class ProblemDocument(BaseModel):
    """`application/problem+json`."""

    type: str
    title: str
    status: int
    detail: str
    errors: list[Problem]


_MOST = 20
"""Problems told at once."""
_MOST_CHARACTERS = 400
"""Of a sentence, or of a name in a path: what was sent may be repeated in it."""


def _short(text: str) -> str:
    return text if len(text) <= _MOST_CHARACTERS else f"{text[: _MOST_CHARACTERS - 1]}…"


def _in_bounds(p: Problem) -> Problem:
    path = tuple(_short(part) if isinstance(part, str) else part for part in p.path[:40])
    return p.model_copy(update={"message": _short(p.message), "remedy": _short(p.remedy), "path": path})


def answer(status: int, title: str, problems: tuple[Problem, ...]) -> JSONResponse:
    """The response for some problems.

    status: HTTP status.
    title: the kind of refusal in two or three words.
    problems: what is wrong.
    """
    problems = tuple(_in_bounds(p) for p in problems[:_MOST])
    document = ProblemDocument(
        type=f"urn:brookwind:problem:{problems[0].code}",
        title=title,
        status=status,
        detail=" ".join(p.sentence() for p in problems[:3]),
        errors=list(problems),
    )
    return JSONResponse(document.model_dump(), status_code=status, media_type=MEDIA)


_PLAIN = {400: "What was sent is not readable as UTF-8 text.", 404: "There is nothing at this address."}

_SCHEMA = {"$ref": "#/components/schemas/ProblemDocument"}
# As schemas, not as models: the framework would make a model's fields anew for every status of every call.
REFUSALS: dict[int | str, dict[str, Any]] = {
    status: {"description": title, "content": {MEDIA: {"schema": _SCHEMA}}}
    for status, title in {
        400: "Not readable",
        404: "Not there",
        409: "Saved elsewhere, or already there",
        413: "Too long",
        422: "Cannot be done so",
    }.items()
}


def _publish(app: FastAPI) -> None:
    """Say in the OpenAPI document what a problem document is."""
    plain = app.openapi

    def openapi() -> dict[str, Any]:
        if app.openapi_schema is None:
            schemas = plain()["components"]["schemas"]
            own = ProblemDocument.model_json_schema(mode="serialization", ref_template="#/components/schemas/{model}")
            for name, schema in {**own.pop("$defs", {}), "ProblemDocument": own}.items():
                schemas.setdefault(name, schema)
        return plain()

    app.openapi = openapi  # type: ignore[method-assign]


def install(app: FastAPI) -> None:
    """Teach an application to answer with problem documents, and to publish that it does.

    app: the application.
    """
    _publish(app)

    @app.exception_handler(BrookwindError)
    async def _refused(_: Request, error: BrookwindError) -> JSONResponse:
        status, title = _STATUS.get(type(error), (422, "Cannot be done so"))
        return answer(status, title, error.problems)

    @app.exception_handler(RequestValidationError)
    async def _misshapen(_: Request, error: RequestValidationError) -> JSONResponse:
        return answer(422, "Check what was entered", from_validation(error.errors()[:_MOST], drop=1).problems)

    @app.exception_handler(HTTPException)
    async def _plain(_: Request, error: HTTPException) -> JSONResponse:
        sentence = _PLAIN.get(error.status_code, f"{str(error.detail).rstrip('.')}.")
        told = answer(error.status_code, "Not done", (Problem(code=f"http-{error.status_code}", message=sentence),))
        told.headers.update(error.headers or {})
        return told

    @app.exception_handler(ValidationError)
    async def _beyond(_: Request, error: ValidationError) -> JSONResponse:
        # What was entered is well formed, and leads the reckoning to a figure that its own models refuse.
        return answer(422, "Cannot be done so", from_validation(error).problems)

    @app.exception_handler(OperationalError)
    async def _not_stored(_: Request, error: OperationalError) -> JSONResponse:
        for sign, status, title, problem in _STORE_FAULTS:
            if sign in str(error.orig):
                return answer(status, title, (problem,))
        raise error


_STORE_FAULTS = (
    (
        "full",
        507,
        "No room",
        Problem(
            code="disk-full",
            message="The disk is full: this was not kept.",
            remedy="Make room, then save again; what you entered is still on the page.",
        ),
    ),
    (
        "readonly",
        507,
        "Cannot write",
        Problem(
            code="read-only",
            message="The database cannot be written: this was not kept.",
            remedy="Check the rights of its file and folder, then save again.",
        ),
    ),
    (
        "locked",
        503,
        "Busy",
        Problem(
            code="busy",
            message="Something else has been writing to the database for too long: this was not kept.",
            remedy="Save again in a moment.",
        ),
    ),
)
"""What the database says of itself, and what that means."""


def fault() -> JSONResponse:
    """The answer when we made a mistake."""
    problem = Problem(
        code="fault",
        message="Brookwind made a mistake on this; nothing of it was kept.",
        remedy="What you entered is still on the page. Try again, or change it a little.",
    )
    return answer(500, "A fault of ours", (problem,))
