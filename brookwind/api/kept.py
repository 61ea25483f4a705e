"""The calls that every kind of record has, made for one kind."""

# Annotations are read by the framework where they stand: they must not be postponed here.
from typing import Annotated, Any, Generic, TypeVar

from fastapi import Depends
from pydantic import BaseModel

from brookwind.api.part import Part
from brookwind.api.session import of_request
from brookwind.store.book import Entries, Entry
from brookwind.store.records import Kept, Version
from brookwind.store.repository import Repository

FieldsT = TypeVar("FieldsT")


class Update(BaseModel, Generic[FieldsT]):
    """A record as changed, and the version it was read at; 0 for one that is not kept yet."""

    version: Version
    fields: FieldsT


def add_records(router: Part, path: str, kind: type[Repository[Any]], tag: str) -> None:
    """Add the calls that list, create, read, change and delete records of a kind.

    router: where to.
    path: address of the list.
    kind: the kind.
    tag: heading in the API's document.
    """
    model, records, name = kind.model, Annotated[Any, Depends(of_request(kind))], kind.name
    one, kept_one, kept_all = f"{path}/{{key}}", Kept[model], list[Kept[model]]  # type: ignore[valid-type]

    def read_all(kept: records) -> Any:  # type: ignore[valid-type]
        return kept.all()  # type: ignore[attr-defined]

    def create(fields: model, kept: records) -> Any:  # type: ignore[valid-type]
        return kept.create(fields)  # type: ignore[attr-defined]

    def read(key: str, kept: records) -> Any:  # type: ignore[valid-type]
        return kept.get(key)  # type: ignore[attr-defined]

    def update(key: str, change: Update[model], kept: records) -> Any:  # type: ignore[valid-type]
        return kept.replace(key, change.version, change.fields)  # type: ignore[attr-defined]

    add = router.add_api_route
    add(path, read_all, response_model=kept_all, summary=f"Every {name}", tags=[tag])
    add(
        path,
        create,
        methods=["POST"],
        status_code=201,
        response_model=kept_one,
        summary=f"A new {name}",
        tags=[tag],
    )
    add(one, read, response_model=kept_one, summary=f"One {name}", tags=[tag])
    add(one, update, methods=["PUT"], response_model=kept_one, summary=f"Change a {name}", tags=[tag])
    add_delete(router, one, kind, tag)


def add_delete(router: Part, path: str, kind: type[Repository[Any]], tag: str) -> None:
    """Add the call that removes a record of a kind, with what goes with it.

    router: where to.
    path: address of one, with its key.
    kind: the kind.
    tag: heading in the API's document.
    """

    def delete(key: str, version: Version, kept: Annotated[Any, Depends(of_request(kind))]) -> None:
        kept.delete(key, version)

    router.add_api_route(path, delete, methods=["DELETE"], status_code=204, summary=f"Remove a {kind.name}", tags=[tag])


def add_entries(router: Part, path: str, kind: type[Entries[Any]], tag: str) -> None:
    """Add the calls of a shelf of the book: list, change or add, and take a change back.

    router: where to.
    path: address of the shelf.
    kind: the kind.
    tag: heading in the API's document.
    """
    model, entries, name = kind.model, Annotated[Any, Depends(of_request(kind))], kind.name

    def read_all(kept: entries) -> Any:  # type: ignore[valid-type]
        return kept.entries()  # type: ignore[attr-defined]

    def keep(key: str, change: Update[model], kept: entries) -> Any:  # type: ignore[valid-type]
        return kept.keep_entry(key, change.version, change.fields)  # type: ignore[attr-defined]

    one, entry, shelf = f"{path}/{{key}}", Entry[model], list[Entry[model]]  # type: ignore[valid-type]
    router.add_api_route(
        path, read_all, response_model=shelf, summary=f"Every {name}, the angler's over those that ship",
        tags=[tag],
    )  # fmt: skip
    router.add_api_route(
        one, keep, methods=["PUT"], response_model=entry, summary=f"Change a {name}, or add one", tags=[tag]
    )
    add_delete(router, one, kind, tag)
