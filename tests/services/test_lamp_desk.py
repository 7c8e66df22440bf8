"""The lamp's desk over real UDP: levels arrive, again and again; what is no packet for the lamp changes nothing."""

import asyncio
import math
import socket
import time

import pytest
from sacn.messages.data_packet import DataPacket

from loops import run_apart
from serving import served
from wenlo.core.errors import Unavailable
from wenlo.services import lamp_desk
from wenlo.services.lamp_desk import LampDesk
from wenlo.standins.dimmable_lamp import Lamp, slots_of
from wenlo.standins.simulated_set import LampSignal


def packet(levels=(255, 255, 0), **changes):
    told = {"cid": tuple(range(16)), "sourceName": "a desk", "universe": 1, "dmxData": levels, **changes}
    return bytes(DataPacket(**told).getBytes())


def until(true, seconds=5.0):
    end = time.monotonic() + seconds
    while not true():
        assert time.monotonic() < end
        time.sleep(0.01)


def test_power_and_colour_arrive_and_are_held(monkeypatch):
    monkeypatch.setattr(lamp_desk, "KEEP_ALIVE", 0.05)
    signal = LampSignal()
    with served(Lamp(signal)) as lamp:
        desk = LampDesk(f"127.0.0.1:{lamp.server_address[1]}")

        async def turned():
            before = desk.state
            state = await desk.tell(0.37, 4300.0)
            numbers = {lamp.last}
            for _ in range(30):
                await asyncio.sleep(0.02)
                numbers.add(lamp.last)
            await desk.close()
            return before, state, numbers

        before, state, numbers = run_apart(turned())
        assert (before.power, before.connected) == (None, True)
        assert (state.power, state.kelvin, state.away) == (0.37, 4300.0, False)
        assert len(numbers) > 4
        until(lambda: signal.power is not None)
        assert signal.power == pytest.approx(0.37, abs=1 / 65535)
        # one slot for the colour: steps of 15 K
        assert signal.kelvin == pytest.approx(4300.0, abs=8.0)


def test_a_lamp_that_is_missing_or_does_not_listen_is_told():
    with pytest.raises(Unavailable, match="No lamp is connected"):
        run_apart(LampDesk(None).tell(0.5, 5600.0))
    with socket.socket(socket.AF_INET, socket.SOCK_DGRAM) as free:
        free.bind(("127.0.0.1", 0))
        port = free.getsockname()[1]
    with pytest.raises(Unavailable, match="Nobody listens"):
        run_apart(LampDesk(f"127.0.0.1:{port}").tell(0.5, 5600.0))
    with pytest.raises(Unavailable, match="cannot be reached"):
        run_apart(LampDesk("nonsense").tell(0.5, 5600.0))


def test_the_lamp_passes_over_what_is_no_packet_for_it():
    lamp = Lamp(LampSignal())
    try:
        good = packet()
        assert slots_of(good, 1) is not None
        for bad in (
            b"",
            good[:60],
            good[:127],
            b"\x00" * 638,
            packet(universe=2),
            packet(previewData=True),
            packet(dmxStartCode=0xDD),
        ):
            assert slots_of(bad, 1) is None
            lamp.hear(bad)
        for place in (0, 4, 18, 21, 40, 117, 118):
            broken = bytearray(good)
            broken[place] ^= 0x55
            assert slots_of(bytes(broken), 1) is None, place
        assert lamp.signal.power is None
        lamp.hear(good)
        assert lamp.signal.power == 1.0
    finally:
        lamp.server_close()


def test_packets_that_come_late_are_passed_over_and_numbers_go_round():
    lamp = Lamp(LampSignal())
    try:
        heard = []
        for number, level in ((250, 10), (249, 20), (250, 30), (3, 40), (255, 50), (4, 60), (220, 70)):
            lamp.hear(packet((level, 0, 0), sequence=number))
            heard.append(round(lamp.signal.power * 65535 / 256))
        # 249, 250 again and 255 come late; so far behind as 220 is a desk that began anew
        assert heard == [10, 10, 10, 40, 40, 60, 70]
    finally:
        lamp.server_close()


@pytest.mark.parametrize("power", [0.0, 1 / 512, 0.5, 1.0])
def test_levels_are_finer_than_any_mark_on_a_dial(power):
    coarse, fine, _ = lamp_desk.levels(power, 5600.0)
    got = (coarse * 256 + fine) / 65535
    assert got == pytest.approx(power, abs=1 / 65535)
    if power:
        assert abs(math.log2(got / power)) < 0.02
