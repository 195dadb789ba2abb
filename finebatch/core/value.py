"""The base of every core value type: frozen, strict about unknown fields, no NaN or infinity."""

from pydantic import BaseModel, ConfigDict


class Value(BaseModel):
    """An immutable value, used unchanged from the core to the API's schema."""

    model_config = ConfigDict(frozen=True, extra="forbid", allow_inf_nan=False)
