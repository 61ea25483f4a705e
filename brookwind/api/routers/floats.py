"""The float: which capacity, how much tip, how it stands, what a tube test says, the same rig elsewhere."""

from __future__ import annotations

from fastapi import APIRouter
from pydantic import BaseModel

from brookwind.api.routers.files import FileBody
from brookwind.api.session import BookOfRequest, BoxOfRequest
from brookwind.core.balance.equivalents import Equivalents, equivalents
from brookwind.core.capacity.leaning import Leaning, leaning
from brookwind.core.capacity.plan import plan_of
from brookwind.core.capacity.window import Window, capacity_window
from brookwind.core.errors import OutOfRange, Problem
from brookwind.core.floats.describe import FloatFacts, describe
from brookwind.core.floats.spec import FloatSpec, OutlinePoint
from brookwind.core.floats.tube import TubeFit, fit_tube
from brookwind.core.floats.tube_readings import TubeTest
from brookwind.core.rest.arrivals import Arrival, arrivals, fillings
from brookwind.core.rest.settle import settle
from brookwind.core.rest.tip_advice import TipAdvice, tip_advice
from brookwind.core.rig.document import Rig
from brookwind.core.situation import Situation
from brookwind.formats.float_profile import read_profile

router = APIRouter(prefix="/api/float", tags=["float"])


class RigRequest(BaseModel):
    """A rig to be looked at."""

    rig: Rig


class SpecRequest(BaseModel):
    """A float as entered."""

    spec: FloatSpec


class TubeRequest(BaseModel):
    """A float and the readings of its tube test."""

    spec: FloatSpec
    test: TubeTest


class Choosing(BaseModel):
    """What the choice of float goes by."""

    window: Window
    advice: TipAdvice
    leaning: Leaning | None
    pull_n: float
    """Pull the fish is taken to bear: as entered, or usual for it. [N]"""


class States(BaseModel):
    """The float as its load changes, and the rig elsewhere."""

    arrivals: tuple[Arrival, ...]
    fillings: tuple[Arrival, ...]
    equivalents: Equivalents | None
    problem: Problem | None
    """Why situation is nothing to compare."""


class ProfileRead(BaseModel):
    """A measured outline, from the base up."""

    points: tuple[OutlinePoint, ...]


@router.post("/choose")
def choose(request: RigRequest, box: BoxOfRequest, book: BookOfRequest) -> Choosing:
    """The capacity window with the floats of the box, and the tip to ask for."""
    situation, plan = Situation(request.rig, book=book), plan_of(request.rig, book)
    return Choosing(
        window=capacity_window(plan, box.floats()),
        advice=tip_advice(request.rig, situation.settled),
        leaning=leaning(situation),
        pull_n=plan.pull_n,
    )


@router.post("/states")
def states(request: RigRequest, box: BoxOfRequest) -> States:
    """What the float does as each weight arrives or it empties, and what other water or metal does."""
    table, problem = None, None
    try:
        table = equivalents(request.rig, box.stock().shot)
    except OutOfRange as error:
        problem = error.problems[0]
    return States(
        arrivals=arrivals(settle(request.rig)), fillings=fillings(request.rig), equivalents=table, problem=problem
    )


@router.post("/describe")
def describe_float(request: SpecRequest) -> FloatFacts:
    """What a float amounts to: measures, masses, curve, what is guessed."""
    return describe(request.spec)


@router.post("/tube")
def tube(request: TubeRequest) -> TubeFit:
    """The float that explains the readings of a tube test."""
    return fit_tube(request.spec, request.test)


@router.post("/profile")
def profile(body: FileBody) -> ProfileRead:
    """A measured outline from a CSV file."""
    return ProfileRead(points=tuple(OutlinePoint(height_m=z, diameter_m=d) for z, d in read_profile(body)))
