"""Photographs of sessions: in as files, limited and bare; out as JPEG."""

from __future__ import annotations

from typing import Annotated

from fastapi import APIRouter, Depends
from fastapi.responses import Response
from pydantic import BaseModel, Field

from brookwind.api.routers.files import FileBody
from brookwind.api.routers.log import LogOfRequest
from brookwind.api.session import SessionOfRequest
from brookwind.core.log.entries import Photograph
from brookwind.core.moment import Moment
from brookwind.formats.photograph import read_picture
from brookwind.store.photographs import Photographs

router = APIRouter(prefix="/api/log/photographs/{outing}", tags=["log"])


def _photographs(session: SessionOfRequest) -> Photographs:
    return Photographs(session)


PhotographsOfRequest = Annotated[Photographs, Depends(_photographs)]


class SaidOfIt(BaseModel):
    """What is on a photograph."""

    text: str = Field(max_length=300)


@router.get("")
def read_photographs(outing: str, kept: PhotographsOfRequest) -> list[Photograph]:
    """Those of a session, in order."""
    return kept.of(outing)


@router.post("/{key}", status_code=201)
def add_photograph(
    outing: str, key: str, at: Moment, file: FileBody, log: LogOfRequest, kept: PhotographsOfRequest, text: str = ""
) -> Photograph:
    """Keep a photograph: its pixels and nothing else of the file. Sent again it changes nothing."""
    picture = read_picture(file)
    of = Photograph(id=key, at=at, text=text, width=picture.width, height=picture.height)
    return kept.add(log.get(outing).fields, of, picture)


@router.put("/{key}")
def say_of_photograph(outing: str, key: str, said: SaidOfIt, kept: PhotographsOfRequest) -> Photograph:
    """Change what is said of one."""
    return kept.say(outing, key, said.text)


@router.delete("/{key}", status_code=204)
def drop_photograph(outing: str, key: str, kept: PhotographsOfRequest) -> None:
    """Take one out; one that is not there is out already."""
    kept.drop(outing, key)


@router.get("/{key}.jpg", response_class=Response)
def read_picture_of(outing: str, key: str, kept: PhotographsOfRequest, small: bool = False) -> Response:
    """The picture itself; it never changes under its id."""
    headers = {"cache-control": "private, max-age=31536000, immutable"}
    return Response(kept.picture(outing, key, small), media_type="image/jpeg", headers=headers)
