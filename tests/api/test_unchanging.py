"""What does not change while the server runs comes packed, and only once to who keeps it."""

import gzip
import json

import httpx
import pytest

from wenlo.api.schemas import Catalogue
from wenlo.services.shelf_form import ShelfForm

ADDRESSES = ["/api/catalogue", "/api/starts", "/api/picture-curves", "/api/shelf/form?units=imperial"]


@pytest.mark.parametrize("address", ADDRESSES)
def test_it_is_sent_once_and_then_not_again(client, address):
    first = client.get(address)
    assert first.status_code == 200
    assert first.headers["content-type"] == "application/json"
    tag = first.headers["etag"]
    again = client.get(address, headers={"if-none-match": tag})
    assert (again.status_code, again.content) == (304, b"")
    assert again.headers["etag"] == tag
    # a proxy on the way may have weakened it, and other tags may stand beside it
    assert client.get(address, headers={"if-none-match": f'"other", W/{tag}'}).status_code == 304
    assert client.get(address, headers={"if-none-match": '"other"'}).status_code == 200


@pytest.mark.parametrize("address", ADDRESSES)
def test_it_is_packed_for_who_takes_it_so(client, address):
    with client.stream("GET", address, headers={"accept-encoding": "gzip"}) as packed:
        raw = b"".join(packed.iter_raw())
    assert packed.headers["content-encoding"] == "gzip"
    plain = client.get(address, headers={"accept-encoding": "identity"})
    assert "content-encoding" not in plain.headers
    assert gzip.decompress(raw) == plain.content
    assert len(raw) < 0.5 * len(plain.content)


def test_it_is_what_is_said_of_it(client):
    Catalogue.model_validate(client.get("/api/catalogue").json())
    metric, imperial = (client.get("/api/shelf/form", params={"units": units}) for units in ("metric", "imperial"))
    assert ShelfForm.model_validate(metric.json()) != ShelfForm.model_validate(imperial.json())
    assert metric.headers["etag"] != imperial.headers["etag"]
    refused = client.get("/api/shelf/form", params={"units": "cubits"})
    assert isinstance(refused, httpx.Response)
    assert refused.status_code == 422
    assert json.loads(refused.content)["fields"]
