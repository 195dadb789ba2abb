"""Errors as problem details (RFC 9457): a sentence for a person at the field it is about."""

from typing import Any

from fastapi import FastAPI, Request
from fastapi.exceptions import RequestValidationError
from fastapi.responses import JSONResponse
from pydantic import BaseModel, ValidationError
from sqlalchemy.exc import DatabaseError
from starlette.exceptions import HTTPException

from ..core.base import Problem, Refusal, Remedy
from ..store.archive.lines import ArchiveError
from ..store.bodies import UnreadableError
from ..store.faults import Fault, StoreFaultError, fault_of
from ..store.pages import CursorError
from ..store.received import KeyUsedError
from ..store.revisions import NotThereError, StaleError

MEDIA_TYPE = "application/problem+json"


class FieldProblem(BaseModel):
    """What is wrong with one field (dotted path), and a change that would mend it."""

    field: str
    message: str
    remedy: Remedy | None = None


class ProblemDetails(BaseModel):
    """The body of every error."""

    type: str = "about:blank"
    title: str
    status: int
    detail: str
    errors: list[FieldProblem] = []


class Conflict(ProblemDetails):
    """The body of a stale save's answer: `current` is what stands now, or stood before it was put aside."""

    current: Any


class ApiProblemError(Exception):
    """Raise to answer with a problem."""

    def __init__(self, status: int, title: str, detail: str, errors: list[FieldProblem] | None = None) -> None:
        super().__init__(detail)
        self.details = ProblemDetails(title=title, status=status, detail=detail, errors=errors or [])


def refused(problem: Problem) -> ApiProblemError:
    """A core problem as a 422 at its field."""
    field = FieldProblem(field=problem.field, message=problem.message, remedy=problem.remedy)
    return ApiProblemError(422, "That cannot be done as asked", problem.message, [field])


def not_found(what: str) -> ApiProblemError:
    """404 in words."""
    return ApiProblemError(404, "Not found", f"There is no such {what}. It may have been deleted on another device.")


WAITING: dict[int | str, dict[str, Any]] = {503: {"model": ProblemDetails}}


def busy(sentence: str) -> ApiProblemError:
    """503: too much is asked at once."""
    return ApiProblemError(503, "Busy", sentence)


def invalid_value(error: ValidationError) -> ApiProblemError:
    """A value that a change would have made impossible, as a 422 at its field."""
    fields = [
        FieldProblem(field=".".join(str(part) for part in e["loc"]), message=_sentence(dict(e)))
        for e in error.errors()[:20]
    ]
    return ApiProblemError(422, "Some of this cannot be right", f"{fields[0].field}: {fields[0].message}", fields)


_STALE = {
    "dough": "This dough was changed on another device. Nothing is lost: keep yours as a copy, or take the other.",
    "bake": "This bake has changed meanwhile, on another screen. Look at it anew.",
    "plan": "This plan has changed meanwhile, on another screen. Look at it anew.",
    "thing": "This has changed meanwhile, on another screen. Look at it anew.",
}
_GONE = {
    "dough": "This dough was taken off the shelf on another device. Put it back, or keep yours as a copy.",
    "bake": "This bake was put aside. Put it back from what is put aside.",
    "plan": "This plan was put aside. Put it back from what is put aside.",
    "thing": "This was put aside. Put it back from what is put aside.",
}
_FAULT_STATUS = {Fault.FULL: 507}
_WORDS = {
    "missing": "This is needed.",
    "finite_number": "This must be an ordinary number.",
    "string_too_short": "This cannot be empty.",
    "extra_forbidden": "This is not a field we know.",
}


def _sentence(error: dict[str, Any]) -> str:
    limit = error.get("ctx", {})
    if error["type"] == "json_invalid":
        what = str(limit.get("error", "it ends too early")).lower()
        return f"What was sent is not valid JSON: {what}, at character {error['loc'][-1]}."
    for key, words in (("gt", "more than"), ("ge", "at least"), ("lt", "less than"), ("le", "at most")):
        if key in limit:
            return f"This must be {words} {limit[key]:g}."
    if error["type"] == "string_too_long":
        return f"This is too long: at most {limit['max_length']} characters."
    if error["type"] == "too_long":
        return f"There are too many: at most {limit['max_length']}."
    return _WORDS.get(error["type"], str(error["msg"]).removeprefix("Value error, "))


def _field(error: dict[str, Any]) -> str:
    """The dotted path of the field; a place in broken JSON is none."""
    steps = () if error["type"] == "json_invalid" else error["loc"]
    return ".".join(str(part) for part in steps if part != "body")


def _store_fault(error: StoreFaultError) -> JSONResponse:
    status = _FAULT_STATUS.get(error.fault, 503)
    return _respond(ProblemDetails(title="The kitchen's file", status=status, detail=str(error)))


def problem_response(status: int, title: str, detail: str) -> JSONResponse:
    """A problem as an answer, for what stands before the routes."""
    return _respond(ProblemDetails(title=title, status=status, detail=detail))


def _respond(details: ProblemDetails, **extra: Any) -> JSONResponse:
    return JSONResponse({**details.model_dump(mode="json"), **extra}, details.status, media_type=MEDIA_TYPE)


def install(app: FastAPI) -> None:
    """Answer every error of the app in this form. The input is never echoed: it may not be valid JSON text."""

    @app.exception_handler(ApiProblemError)
    async def known(_request: Request, error: ApiProblemError) -> JSONResponse:
        return _respond(error.details)

    @app.exception_handler(Refusal)
    async def refused_by_core(_request: Request, refusal: Refusal) -> JSONResponse:
        return _respond(refused(refusal.problem).details)

    @app.exception_handler(StaleError)
    async def stale(_request: Request, error: StaleError) -> JSONResponse:
        status, title, detail = (
            (410, "Taken away", _GONE[error.what]) if error.gone else (409, "Changed elsewhere", _STALE[error.what])
        )
        current = error.current.model_dump(mode="json")
        return _respond(ProblemDetails(title=title, status=status, detail=detail), current=current)

    @app.exception_handler(NotThereError)
    async def missing(_request: Request, error: NotThereError) -> JSONResponse:
        return _respond(not_found(error.what).details)

    @app.exception_handler(CursorError)
    async def no_such_place(_request: Request, error: CursorError) -> JSONResponse:
        field = FieldProblem(field="next", message=str(error))
        return _respond(ProblemDetails(title="No such place", status=422, detail=str(error), errors=[field]))

    @app.exception_handler(KeyUsedError)
    async def key_used(_request: Request, _error: KeyUsedError) -> JSONResponse:
        sentence = "This key was given to another change before. Each change needs a key of its own."
        field = FieldProblem(field="Idempotency-Key", message=sentence)
        return _respond(ProblemDetails(title="Key used", status=422, detail=sentence, errors=[field]))

    @app.exception_handler(UnreadableError)
    async def unreadable(request: Request, error: UnreadableError) -> JSONResponse:
        field = FieldProblem(field="raw", message=str(error))
        detail = f"{error} Nothing of it is lost: what is stored can be taken away as it is."
        return _respond(ProblemDetails(title="Cannot be read", status=422, detail=detail, errors=[field]))

    @app.exception_handler(ArchiveError)
    async def unfit_archive(_request: Request, error: ArchiveError) -> JSONResponse:
        field = FieldProblem(field="archive", message=str(error))
        return _respond(ProblemDetails(title="The archive", status=422, detail=str(error), errors=[field]))

    @app.exception_handler(DatabaseError)
    async def trouble(_request: Request, error: DatabaseError) -> JSONResponse:
        return _store_fault(fault_of(error))

    @app.exception_handler(StoreFaultError)
    async def fault(_request: Request, error: StoreFaultError) -> JSONResponse:
        return _store_fault(error)

    @app.exception_handler(Exception)
    async def unknown(_request: Request, _error: Exception) -> JSONResponse:
        detail = (
            "Something went wrong in the kitchen's server. What was kept before is safe; the server's window says more."
        )
        return _respond(ProblemDetails(title="Something went wrong", status=500, detail=detail))

    @app.exception_handler(RequestValidationError)
    async def invalid(_request: Request, error: RequestValidationError) -> JSONResponse:
        fields = [FieldProblem(field=_field(e), message=_sentence(e)) for e in error.errors()[:20]]
        detail = (
            f"{fields[0].field or 'The request'}: {fields[0].message}" if fields else "The request could not be read."
        )
        return _respond(ProblemDetails(title="Some of this cannot be right", status=422, detail=detail, errors=fields))

    @app.exception_handler(HTTPException)
    async def http(_request: Request, error: HTTPException) -> JSONResponse:
        response = _respond(ProblemDetails(title=str(error.detail), status=error.status_code, detail=str(error.detail)))
        response.headers.update(error.headers or {})
        return response


def describe(app: FastAPI) -> None:
    """Say in the app's schema, too, that errors are problem details."""
    make = app.openapi

    def with_problems() -> dict[str, Any]:
        schema = make()
        for operations in schema["paths"].values():
            for operation in operations.values():
                for code, response in operation["responses"].items():
                    if code >= "400" and "application/json" in response.get("content", {}):
                        response["content"][MEDIA_TYPE] = response["content"].pop("application/json")
        return schema

    app.openapi = with_problems  # type: ignore[method-assign]
