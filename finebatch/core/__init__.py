"""The rules of the job: pure computation, no web, storage, formats or devices."""
