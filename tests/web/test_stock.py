"""Stock on its page: what was paid, a lot, a count; what a job costs out of the bag it comes from."""

from __future__ import annotations

import pytest
from sqlalchemy import Engine

from amber_acre.store.session import reading
from amber_acre.store.stock import hands, stock_kg
from tests.conftest import Browser


def test_a_delivery_with_its_price_and_a_count(demo: Browser, demo_engine: Engine) -> None:
    assert demo.post("/shelf/1/deliveries", {"amount": "44 kg", "paid": "80", "lot": "K 7/26"}).status_code == 303
    page = demo.get("/shelf/1").text
    assert "lot K 7/26" in page
    assert "In hand, the oldest first" in page
    assert demo.post("/shelf/1/counts", {"counted": "50 kg", "counted_by": "Oda"}).status_code == 303
    with reading(demo_engine) as session:
        assert stock_kg(session)[1] == pytest.approx(50)
        assert hands(session)[1].lost_kg > 0
    assert "less than the book" in demo.get("/shelf/1").text
    assert demo.post("/shelf/1/counts", {"counted": "0 kg", "counted_by": "Oda"}).status_code == 303
    with reading(demo_engine) as session:
        assert stock_kg(session)[1] == 0


def test_bad_stock_is_refused_beside_its_field(demo: Browser) -> None:
    for address, form, field in (
        ("deliveries", {"amount": "44 kg", "paid": "lots"}, "paid"),
        ("deliveries", {"amount": "lots"}, "amount"),
        ("counts", {"counted": "lots", "counted_by": "Oda"}, "counted"),
        ("counts", {"counted": "12 kg"}, "counted_by"),
        ("counts", {"counted": "900 t", "counted_by": "Oda"}, "counted"),
        ("counts", {"counted": "", "counted_by": "Oda"}, "counted"),
    ):
        answer = demo.post(f"/shelf/1/{address}", form)
        assert answer.status_code == 422, form
        assert f'id="fault-{field}"' in answer.text, form


def test_a_job_says_what_it_costs_out_of_its_bag(demo: Browser) -> None:
    assert "Out of the bag" in demo.get("/jobs/1").text
