"""Reading the float: what it shows, what may be wrong, and what to look at next."""

from __future__ import annotations

from fastapi import APIRouter
from pydantic import BaseModel, Field

from brookwind.api.session import BookOfRequest
from brookwind.core.reading.read import FloatReading, read
from brookwind.core.reading.seen import Seen
from brookwind.core.rig.document import Rig
from brookwind.core.situation import Situation

router = APIRouter(prefix="/api/reading", tags=["reading"])


class ReadRequest(BaseModel):
    """A rig on the water, and what is seen of its float."""

    rig: Rig
    seen: Seen = Seen()
    after_s: float | None = Field(default=None, gt=0, le=600)
    """Counted from the landing until it was ready. [s]"""


@router.post("")
def read_the_float(request: ReadRequest, book: BookOfRequest) -> FloatReading:
    """The causes that explain it, likeliest first."""
    situation, seen = Situation(request.rig, book=book), request.seen
    if request.after_s is not None and (ready_s := situation.ready_s):
        seen = seen.model_copy(update={"late": min(50.0, max(0.02, request.after_s / ready_s))})
    return read(situation, seen)
