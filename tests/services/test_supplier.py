"""The supplier over real HTTP: prices that are understood, and every way in which it can fail."""

import json
import time
from contextlib import contextmanager
from http.server import BaseHTTPRequestHandler, ThreadingHTTPServer

import pytest

from loops import run_apart
from serving import served
from wenlo.core.inventory.starter import sold_things
from wenlo.services.supplier import Supplier
from wenlo.standins.supplier import make_server, price_list, read_prices


@contextmanager
def serving(server):
    with served(server):
        yield f"http://127.0.0.1:{server.server_address[1]}"


def answering(content, *, status=200, delay=0.0):
    class Handler(BaseHTTPRequestHandler):
        def do_GET(self):
            time.sleep(delay)
            self.send_response(status)
            self.end_headers()
            self.wfile.write(content)

        def log_message(self, *args):
            return

    return ThreadingHTTPServer(("127.0.0.1", 0), Handler)


def asked(url):
    return run_apart(Supplier(url).offers())


def test_the_stand_in_sells_what_builds_need_some_of_it_sold_out():
    prices = price_list(sold_things())
    with serving(make_server(prices)) as url:
        offers = asked(url)
    assert set(offers) == {key for key, *_ in sold_things()}
    assert sum(o["packs"] == 0 for o in offers.values()) == 3
    for key, _, typical, pack in sold_things():
        assert 0.8 * typical <= offers[key]["price"] <= 1.25 * typical
        assert offers[key]["pack"] == pack


def test_a_list_serves_for_a_minute_without_asking_again():
    server = make_server(price_list(sold_things()))

    async def twice(url):
        supplier = Supplier(url)
        first = await supplier.offers()
        server.shutdown()
        return first, await supplier.offers()

    with serving(server) as url:
        first, second = run_apart(twice(url))
    assert first == second is not None


@pytest.mark.parametrize(
    "content",
    [
        b"not json",
        b"[]",
        b'{"currency": "XYZ", "offers": []}',
        json.dumps({"currency": "EUR", "offers": [{"id": "cord", "price": -1}]}).encode(),
        json.dumps({"currency": "EUR", "offers": [{"id": "cord", "price": 1, "pack": 0}]}).encode(),
        b'{"currency": "EUR", "offers": [{"id": "cord", "price": 1e999}]}',
        b" " * 1_200_000,
    ],
    ids=["garbled", "another form", "another money", "negative", "empty pack", "infinite", "endless"],
)
def test_what_is_not_understood_is_no_answer(content):
    with serving(answering(content)) as url:
        assert asked(url) is None


def test_errors_silence_and_nobody_there_are_no_answer():
    with serving(answering(b"{}", status=500)) as url:
        assert asked(url) is None
    with serving(answering(b"{}", delay=3.0)) as url:
        assert asked(url) is None
    assert asked("http://127.0.0.1:9") is None
    assert asked(None) is None


def test_a_price_list_from_a_file(tmp_path):
    file = tmp_path / "prices.json"
    file.write_text(json.dumps(price_list([("cord", "cord", 4.5, 10.0)], sold_out=0)))
    with serving(make_server(read_prices(file))) as url:
        assert asked(url)["cord"]["pack"] == 10.0
