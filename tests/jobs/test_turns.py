"""Whose turn it is: clients one after another, newest of one editor in the place of the older, never too many."""

import asyncio

import pytest

from loops import run_apart
from wenlo.core.errors import Unavailable
from wenlo.jobs import turns
from wenlo.jobs.turns import Superseded, Turns


async def take(places, client, key, order, *, hold=0):
    async with places.turn(client, key):
        order.append((client, key))
        for _ in range(hold):
            await asyncio.sleep(0)


async def one_after_another(asked, places=1):
    order, made = [], Turns(places)
    tasks = []
    for client, key in asked:
        tasks.append(asyncio.create_task(take(made, client, key, order, hold=30)))
        await asyncio.sleep(0)
    ended = await asyncio.gather(*tasks, return_exceptions=True)
    return order, ended


def test_who_asks_for_much_does_not_go_before_who_asks_for_little():
    asked = [("many", k) for k in range(6)] + [("few", 0), ("other", 0)]
    order, _ = run_apart(one_after_another(asked))
    # the first of many has the place already, and the next of its own is due; then the others come before its third
    assert order.index(("few", 0)) <= 3
    assert order.index(("other", 0)) <= 4
    assert [key for client, key in order if client == "many"] == list(range(6))


def test_newest_takes_the_place_of_the_older_and_not_the_end_of_the_line():
    asked = [("first", 0), ("a", "draft"), ("b", "draft"), ("c", "draft"), ("a", "draft")]
    order, ended = run_apart(one_after_another(asked))
    assert [client for client, _ in order] == ["first", "a", "b", "c"]
    assert isinstance(ended[1], Superseded)
    assert ended[4] is None


def test_two_places_are_both_used_and_given_back():
    async def two():
        made, order = Turns(2), []
        async with made.turn("a", 1) as first, made.turn("b", 1) as second:
            assert {first, second} == {0, 1}
            waiting = asyncio.create_task(take(made, "c", 1, order))
            await asyncio.sleep(0)
            assert not order
        await waiting
        return order

    assert run_apart(two()) == [("c", 1)]


def test_who_goes_away_while_waiting_takes_no_place_along():
    async def leaves():
        made, order = Turns(1), []
        async with made.turn("a", 1):
            gone = asyncio.create_task(take(made, "b", 1, order))
            await asyncio.sleep(0)
            gone.cancel()
            dropped = asyncio.create_task(take(made, "d", 1, order))
            await asyncio.sleep(0)
            made.drop("d", 1)
            with pytest.raises(Superseded):
                await dropped
        await asyncio.wait_for(take(made, "c", 1, order), 1)
        return order

    assert run_apart(leaves()) == [("c", 1)]


def test_too_many_are_sent_away_at_once(monkeypatch):
    monkeypatch.setattr(turns, "MOST_WAITING", 3)
    _, ended = run_apart(one_after_another([(f"client {k}", 0) for k in range(6)]))
    assert sum(isinstance(e, Unavailable) for e in ended) == 2
