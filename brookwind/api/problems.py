"""Every refusal as a problem document (RFC 9457) with the path of the field."""

from __future__ import annotations

import structlog
from fastapi import FastAPI, Request
from fastapi.exceptions import RequestValidationError
from fastapi.responses import JSONResponse
from pydantic import BaseModel
from starlette.exceptions import HTTPException

from brookwind.core.errors import BrookwindError, Problem
from brookwind.core.rig.refusals import from_validation
from brookwind.store.repositories import NotKept, Stale, Taken

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


def answer(status: int, title: str, problems: tuple[Problem, ...]) -> JSONResponse:
    """The response for some problems.

    status: HTTP status.
    title: the kind of refusal in two or three words.
    problems: what is wrong.
    """
    document = ProblemDocument(
        type=f"urn:brookwind:problem:{problems[0].code}",
        title=title,
        status=status,
        detail=" ".join(p.sentence() for p in problems[:3]),
        errors=list(problems[:20]),
    )
    return JSONResponse(document.model_dump(), status_code=status, media_type="application/problem+json")


def install(app: FastAPI) -> None:
    """Teach an application to answer with problem documents.

    app: the application.
    """

    @app.exception_handler(BrookwindError)
    async def _refused(_: Request, error: BrookwindError) -> JSONResponse:
        status, title = _STATUS.get(type(error), (422, "Cannot be done so"))
        return answer(status, title, error.problems)

    @app.exception_handler(RequestValidationError)
    async def _misshapen(_: Request, error: RequestValidationError) -> JSONResponse:
        return answer(422, "Check what was entered", from_validation(error.errors(), drop=1).problems)

    @app.exception_handler(HTTPException)
    async def _plain(_: Request, error: HTTPException) -> JSONResponse:
        sentence = "There is nothing at this address." if error.status_code == 404 else f"{error.detail}."
        return answer(error.status_code, "Not done", (Problem(code=f"http-{error.status_code}", message=sentence),))

    @app.exception_handler(Exception)
    async def _fault(request: Request, error: Exception) -> JSONResponse:
        structlog.get_logger().error("fault", path=request.url.path, error=repr(error))
        problem = Problem(
            code="fault", message="Brookwind made a mistake on this.", remedy="What you entered is kept; try again."
        )
        return answer(500, "A fault of ours", (problem,))
