"""A page on paper: a rendered page as PDF, with the fonts that ship and nothing fetched."""

from __future__ import annotations

from pathlib import Path

from fastapi import HTTPException
from fastapi.responses import HTMLResponse, Response

_STATIC = Path(__file__).parent / "static"


def as_pdf(page: HTMLResponse, name: str) -> Response:
    """``page`` as the PDF file ``name``; its style sheet and fonts are read from the static files alone.

    Raises HTTPException 503 where the machine has no Pango, the system library that sets the type.
    """
    try:
        from weasyprint import HTML
        from weasyprint.urls import URLFetcher
    except OSError:
        raise HTTPException(
            503,
            "This machine cannot write a PDF: the system library Pango is missing (Debian: libpango-1.0-0, "
            "libpangoft2-1.0-0). Open the letter and save it as PDF from the browser’s print window.",
        ) from None
    only_files = URLFetcher(allowed_protocols={"file"})
    body = HTML(string=bytes(page.body).decode(), base_url=f"{_STATIC}/", url_fetcher=only_files).write_pdf()
    headers = {"content-disposition": f'inline; filename="{name}"'}
    return Response(body, media_type="application/pdf", headers=headers)
