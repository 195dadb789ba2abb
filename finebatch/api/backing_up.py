"""Copies of the kitchen's file, made by themselves while it is served."""

import asyncio
import logging
from datetime import datetime, timedelta

from fastapi.concurrency import run_in_threadpool

from ..core.kitchen import BackupRule, due_at
from ..store import backups, kitchen
from ..store.backups import Backup
from ..store.database import Store
from ..store.faults import StoreFaultError
from ..store.tables import utc_now

FIRST_LOOK_S, LOOK_EVERY_S = 20.0, 60.0
AGAIN_AFTER = timedelta(hours=1)  # where one could not be made


class BackingUp:
    """Makes a copy when one is due; `failed` says why the last try made none."""

    def __init__(self, store: Store) -> None:
        self._store = store
        self._making = asyncio.Lock()
        self._tried_at: datetime | None = None
        self.failed: str | None = None

    def rule(self) -> BackupRule:
        """As the kitchen has it."""
        with self._store.reading() as session:
            return kitchen.get(session).kitchen.backup

    def due_at(self, now: datetime) -> datetime | None:
        """When the next one is made."""
        due = due_at(self.rule(), (one.made_at for one in backups.listed(self._store.path.parent)), now)
        if due is not None and self.failed and self._tried_at:
            return max(due, self._tried_at + AGAIN_AFTER)
        return due

    async def make(self) -> Backup:
        """Make one now. StoreFaultError where no sound copy could be made."""
        async with self._making:
            self._tried_at = utc_now()
            try:
                made = await run_in_threadpool(lambda: backups.make(self._store.path, self.rule()))
            except StoreFaultError as error:
                self.failed = str(error)
                raise
            self.failed = None
            return made

    async def run(self) -> None:
        """For as long as the kitchen is served; the first pages come first."""
        await asyncio.sleep(FIRST_LOOK_S)
        while True:
            try:
                due = await run_in_threadpool(self.due_at, utc_now())
                if due is not None and due <= utc_now():
                    await self.make()
            except StoreFaultError as error:
                logging.getLogger("uvicorn.error").error("No copy of the kitchen was made: %s", error)
            except Exception:
                # Whatever it was, the next look may go better: the baker's page says how old the last copy is.
                logging.getLogger("uvicorn.error").exception("No copy of the kitchen was made")
            await asyncio.sleep(LOOK_EVERY_S)
