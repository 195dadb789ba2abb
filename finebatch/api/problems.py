"""Errors as problem details (RFC 9457): a sentence for a person at the field it is about."""

from typing import Any

from fastapi import FastAPI, Request
from fastapi.exceptions import RequestValidationError
from fastapi.responses import JSONResponse
from pydantic import BaseModel
from starlette.exceptions import HTTPException

from ..core.problems import Problem, Remedy

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


class ApiProblemError(Exception):
    """Raise to answer with a problem; `extra` is added to the body."""

    def __init__(
        self, status: int, title: str, detail: str, errors: list[FieldProblem] | None = None, **extra: Any
    ) -> None:
        super().__init__(detail)
        self.details = ProblemDetails(title=title, status=status, detail=detail, errors=errors or [])
        self.extra = extra


def refused(problem: Problem) -> ApiProblemError:
    """A core problem as a 422 at its field."""
    field = FieldProblem(field=problem.field, message=problem.message, remedy=problem.remedy)
    return ApiProblemError(422, "That cannot be done as asked", problem.message, [field])


def not_found(what: str) -> ApiProblemError:
    """404 in words."""
    return ApiProblemError(404, "Not found", f"There is no such {what}. It may have been deleted on another device.")


_WORDS = {
    "missing": "This is needed.",
    "finite_number": "This must be an ordinary number.",
    "string_too_short": "This cannot be empty.",
    "json_invalid": "This is not valid JSON.",
    "extra_forbidden": "This is not a field we know.",
}


def _sentence(error: dict[str, Any]) -> str:
    limit = error.get("ctx", {})
    for key, words in (("gt", "more than"), ("ge", "at least"), ("lt", "less than"), ("le", "at most")):
        if key in limit:
            return f"This must be {words} {limit[key]:g}."
    if error["type"] == "string_too_long":
        return f"This is too long: at most {limit['max_length']} characters."
    if error["type"] == "too_long":
        return f"There are too many: at most {limit['max_length']}."
    return _WORDS.get(error["type"], str(error["msg"]))


def _respond(details: ProblemDetails, **extra: Any) -> JSONResponse:
    return JSONResponse({**details.model_dump(mode="json"), **extra}, details.status, media_type=MEDIA_TYPE)


def install(app: FastAPI) -> None:
    """Answer every error of the app in this form. The input is never echoed: it may not be valid JSON text."""

    @app.exception_handler(ApiProblemError)
    async def known(_request: Request, error: ApiProblemError) -> JSONResponse:
        return _respond(error.details, **error.extra)

    @app.exception_handler(RequestValidationError)
    async def invalid(_request: Request, error: RequestValidationError) -> JSONResponse:
        fields = [
            FieldProblem(field=".".join(str(part) for part in e["loc"] if part != "body"), message=_sentence(e))
            for e in error.errors()[:20]
        ]
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
