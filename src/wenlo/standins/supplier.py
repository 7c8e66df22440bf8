"""A made-up supplier: a price list over HTTP, some of it sold out.

``GET /prices`` answers ``{"currency": "EUR", "offers": [{"id", "name", "price", "pack", "packs"}]}``: the price of a
pack of so many pieces or metres, and how many packs there are, null for plenty. The list is read from a file of the
same form, so that a test or a person can offer what they like; without one it is made from a seed and a list of ids
with typical prices.
"""

import json
import random
from collections.abc import Mapping, Sequence
from http.server import BaseHTTPRequestHandler, ThreadingHTTPServer
from pathlib import Path
from typing import Any

PriceRow = tuple[str, str, float, float]
"""Id, name, typical price of a pack, and what is in it."""


def price_list(rows: Sequence[PriceRow], *, seed: int = 4, sold_out: int = 3) -> dict[str, Any]:
    """Offers a little under or over the typical prices; a few things are sold out or scarce.

    Parameters
    ----------
    rows: what is sold.
    seed: of the random prices.
    sold_out: how many things there are none of; as many are scarce.
    """
    chance = random.Random(seed)
    scarce = chance.sample(range(len(rows)), min(2 * sold_out, len(rows)))
    offers = []
    for k, (key, name, price, pack) in enumerate(rows):
        packs: int | None = None
        if k in scarce[:sold_out]:
            packs = 0
        elif k in scarce[sold_out:]:
            packs = 1
        offers.append(
            {
                "id": key,
                "name": name,
                "price": round(price * chance.uniform(0.85, 1.2), 2),
                "pack": pack,
                "packs": packs,
            }
        )
    return {"currency": "EUR", "offers": offers}


def make_server(prices: Mapping[str, Any], *, port: int = 0) -> ThreadingHTTPServer:
    """The server on loopback; it does not serve until ``serve_forever`` is called."""
    body = json.dumps(prices).encode()

    class Handler(BaseHTTPRequestHandler):
        def do_GET(self) -> None:
            found = self.path.rstrip("/") == "/prices"
            content = body if found else b'{"error": "There is only /prices here."}'
            self.send_response(200 if found else 404)
            self.send_header("content-type", "application/json")
            self.send_header("content-length", str(len(content)))
            self.end_headers()
            self.wfile.write(content)

        def log_message(self, format: str, *args: Any) -> None:
            return

    return ThreadingHTTPServer(("127.0.0.1", port), Handler)


def read_prices(file: Path) -> Mapping[str, Any]:
    """A price list from a file."""
    found: Mapping[str, Any] = json.loads(file.read_text("utf-8"))
    return found
