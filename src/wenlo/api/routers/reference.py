"""The catalogue and the published schema."""

from typing import Any

from fastapi import APIRouter, Request, Response

from wenlo.api.errors import RESPONSES
from wenlo.api.schemas import (
    Catalogue,
    ControlAnswer,
    FixedLensAnswer,
    KindAnswer,
    LimitAnswer,
    Option,
    StartAnswer,
    UseAnswer,
    WishAnswer,
)
from wenlo.api.unchanging import unchanging
from wenlo.formats.project_file import project_schema
from wenlo.services import catalogue
from wenlo.services.curves import PictureCurves, picture_curves
from wenlo.services.starts import starts

router = APIRouter(prefix="/api", tags=["reference"], responses=RESPONSES)


@router.get("/picture-curves", response_model=PictureCurves)
def read_picture_curves(request: Request) -> Response:
    """The tone curve and the stops view of pictures."""
    return unchanging(request, picture_curves)


@router.get("/starts", response_model=list[StartAnswer])
def read_starts(request: Request) -> Response:
    """Jobs to start from, in the order in which they are shown."""
    return unchanging(request, _starts)


@router.get("/catalogue", response_model=Catalogue)
def read_catalogue(request: Request) -> Response:
    """What can be chosen, and the limits of every number."""
    return unchanging(request, _catalogue)


def _starts() -> list[StartAnswer]:
    return [StartAnswer(id=s.id, title=s.title, sentence=s.sentence) for s in starts()]


def _catalogue() -> Catalogue:
    def options(choices: list[catalogue.Choice]) -> list[Option]:
        return [Option(id=c.id, name=c.name, detail=c.detail, group=c.group) for c in choices]

    return Catalogue(
        lamps=options(catalogue.lamps()),
        sheets=options(catalogue.sheets()),
        finishes=options(catalogue.finishes()),
        sensors=options(catalogue.sensors()),
        fixed_lenses=[FixedLensAnswer.model_validate(lens) for lens in catalogue.fixed_lenses()],
        gels=options(catalogue.gel_choices()),
        subjects=options(catalogue.subjects()),
        subject_colours=options(catalogue.subject_colours()),
        materials=options(catalogue.bars()),
        saws=options(catalogue.saws()),
        roles=catalogue.roles(),
        board_faces=options(catalogue.board_faces()),
        exports=options(catalogue.exports()),
        coloured=catalogue.coloured_lamps(),
        uses=[
            UseAnswer(id=u.id, wishes=[WishAnswer(path=w.path, value=w.value, usual=w.usual) for w in u.wishes])
            for u in catalogue.use_lines()
        ],
        kinds=[
            KindAnswer(
                id=k.id,
                name=k.name,
                good=k.good,
                bad=k.bad,
                replaces=list(k.replaces),
                mistakes=list(k.mistakes),
                daylight=k.daylight,
                standing=k.standing,
                made_of=list(k.made_of),
                refused_frames=options(list(k.refused_frames)),
                controls=[
                    ControlAnswer(path=c.path, label=c.label, unit=c.unit, options=options(list(c.options)))
                    for c in k.controls
                ],
            )
            for k in catalogue.kind_lines()
        ],
        limits=[
            LimitAnswer(path=x.path, label=x.label, unit=x.unit, low=x.low, high=x.high, default=x.default)
            for x in catalogue.limits()
        ],
    )


@router.get("/project-schema.json")
def schema() -> dict[str, Any]:
    """JSON Schema of the project file."""
    return project_schema()
