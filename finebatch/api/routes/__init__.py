"""A file for each first word of the address: parse, call one function of the core, keep, answer."""

from importlib import import_module
from pkgutil import iter_modules

from fastapi import APIRouter

# Every file here is a route: a new one need not be named anywhere else.
ROUTERS: tuple[APIRouter, ...] = tuple(
    import_module(f"{__name__}.{module.name}").router
    for module in sorted(iter_modules(__path__), key=lambda found: found.name)
)
