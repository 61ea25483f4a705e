"""The built web pages, and the one page for every address of the application."""

from __future__ import annotations

from pathlib import Path

from fastapi import FastAPI
from fastapi.responses import FileResponse, PlainTextResponse, Response
from fastapi.staticfiles import StaticFiles
from starlette.exceptions import HTTPException
from starlette.types import Scope

STATIC = Path(__file__).parent.parent / "static"


class Pages(StaticFiles):
    """The folder of what was built; any other address is a page of the application, and gets its one document."""

    async def get_response(self, path: str, scope: Scope) -> Response:
        """A file, the document, or how to build them.

        path: of the address, below the root.
        scope: the request.
        Raises: HTTPException for a call that is not there, or a method that no page takes.
        """
        if scope["path"].split("/")[1:2] == ["api"]:
            raise HTTPException(404)
        try:
            response = await super().get_response(path, scope)
        except HTTPException as error:
            if error.status_code != 404:
                raise
            index = Path(str(self.directory)) / "index.html"
            if not index.is_file():
                return PlainTextResponse("The pages have not been built. Run `make build`.", status_code=503)
            response = FileResponse(index)
        # Built assets carry a hash of their content in their name.
        immutable = path.startswith("assets/") and response.status_code == 200
        response.headers["cache-control"] = "public, max-age=31536000, immutable" if immutable else "no-cache"
        return response


def serve_pages(app: FastAPI, static: Path) -> None:
    """Serve the pages at every address that is not a call; a call used wrongly is still told so.

    app: the application.
    static: folder of the built pages; it need not be there yet.
    """
    app.router.default = Pages(directory=static, html=True, check_dir=False)
