"""The web API: thin routers over the core and the store. No rule of the job lives here."""

from .app import create_app

__all__ = ["create_app"]
