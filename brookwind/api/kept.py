"""The calls that every kind of record has, made for one kind."""

# Annotations are read by the framework where they stand: they must not be postponed here.
from typing import TYPE_CHECKING, Annotated, Any, Generic, TypeAlias, TypeVar

from fastapi import APIRouter, Depends
from pydantic import BaseModel

from brookwind.api.session import of_request
from brookwind.store.book import Entries, Entry
from brookwind.store.records import Kept, Version
from brookwind.store.repository import Repository

FieldsT = TypeVar("FieldsT")


class Update(BaseModel, Generic[FieldsT]):
    """A record as changed, and the version it was read at; 0 for one that is not kept yet."""

    version: Version
    fields: FieldsT


def add_records(router: APIRouter, path: str, kind: type[Repository[Any]], tag: str) -> None:
    """Add the calls that list, create, read, change and delete records of a kind.

    router: where to.
    path: address of the list.
    kind: the kind.
    tag: heading in the API's document.
    """
    # A checker of types cannot know a model that is handed in; the framework must.
    if TYPE_CHECKING:
        Fields: TypeAlias = Any
        Change: TypeAlias = Any
        Records: TypeAlias = Any
        kept = every = None
    else:
        Fields, Change = kind.model, Update[kind.model]
        Records = Annotated[Any, Depends(of_request(kind))]
        kept, every = Kept[kind.model], list[Kept[kind.model]]
    one, name = f"{path}/{{key}}", kind.name

    @router.get(path, response_model=every, summary=f"Every {name}", tags=[tag])
    def read_all(records: Records) -> Any:
        return records.all()

    @router.post(path, status_code=201, response_model=kept, summary=f"A new {name}", tags=[tag])
    def create(fields: Fields, records: Records) -> Any:
        return records.create(fields)

    @router.get(one, response_model=kept, summary=f"One {name}", tags=[tag])
    def read(key: str, records: Records) -> Any:
        return records.get(key)

    @router.put(one, response_model=kept, summary=f"Change a {name}", tags=[tag])
    def update(key: str, change: Change, records: Records) -> Any:
        return records.replace(key, change.version, change.fields)

    add_delete(router, one, kind, tag)


def add_delete(router: APIRouter, path: str, kind: type[Repository[Any]], tag: str) -> None:
    """Add the call that removes a record of a kind, with what goes with it.

    router: where to.
    path: address of one, with its key.
    kind: the kind.
    tag: heading in the API's document.
    """

    @router.delete(path, status_code=204, summary=f"Remove a {kind.name}", tags=[tag])
    def delete(key: str, version: Version, records: Annotated[Any, Depends(of_request(kind))]) -> None:
        records.delete(key, version)


def add_entries(router: APIRouter, path: str, kind: type[Entries[Any]], tag: str) -> None:
    """Add the calls of a shelf of the book: list, change or add, and take a change back.

    router: where to.
    path: address of the shelf.
    kind: the kind.
    tag: heading in the API's document.
    """
    if TYPE_CHECKING:
        Change: TypeAlias = Any
        Shelf: TypeAlias = Any
        entry = every = None
    else:
        Change, Shelf = Update[kind.model], Annotated[Any, Depends(of_request(kind))]
        entry, every = Entry[kind.model], list[Entry[kind.model]]
    one, name = f"{path}/{{key}}", kind.name
    over = f"Every {name}, the angler's over those that ship"

    @router.get(path, response_model=every, summary=over, tags=[tag])
    def read_all(shelf: Shelf) -> Any:
        return shelf.entries()

    @router.put(one, response_model=entry, summary=f"Change a {name}, or add one", tags=[tag])
    def keep(key: str, change: Change, shelf: Shelf) -> Any:
        return shelf.keep_entry(key, change.version, change.fields)

    add_delete(router, one, kind, tag)
