"""What things cost: one's own prices first, then a supplier's, then typical ones; in the currency of one's choice."""

import math
from collections.abc import Mapping
from dataclasses import dataclass, field
from typing import Literal

Source = Literal["yours", "supplier", "typical"]


@dataclass(frozen=True, kw_only=True)
class Offer:
    """What a supplier asks: ``price`` [EUR] of a pack of so many pieces or metres, and how many packs there are, None
    for plenty.
    """

    price: float
    pack: float = 1.0
    packs: float | None = None


@dataclass(frozen=True, kw_only=True)
class Asked:
    """What so much of something costs: ``price`` in the currency for ``packs`` of ``pack`` pieces or metres, whose
    price it is, and how much of the need the supplier does not have.
    """

    price: float
    packs: float
    pack: float
    source: Source
    short: float = 0.0


@dataclass(frozen=True, kw_only=True)
class Prices:
    """Where prices come from.

    ``own`` prices are in the currency, for a pack as it is sold; ``rate`` is what a euro is worth in it; ``offers`` are
    a supplier's, by the same ids.
    """

    own: Mapping[str, float] = field(default_factory=dict)
    rate: float = 1.0
    offers: Mapping[str, Offer] = field(default_factory=dict)

    def ask(self, key: str, need: float, *, typical: float, pack: float = 1.0, whole: bool = True) -> Asked:
        """What ``need`` pieces or metres cost.

        Parameters
        ----------
        key: id of what is bought.
        need: pieces or metres.
        typical: price of a pack. [EUR]
        pack: pieces or metres in a pack.
        whole: only whole packs are sold.
        """
        offer = self.offers.get(key)
        size = offer.pack if offer is not None else pack
        packs = need / size
        if whole:
            packs = float(math.ceil(packs - 1e-9))
        if key in self.own:
            return Asked(price=packs * self.own[key], packs=packs, pack=size, source="yours")
        if offer is None:
            return Asked(price=packs * typical * self.rate, packs=packs, pack=size, source="typical")
        there = packs if offer.packs is None else min(packs, offer.packs)
        short = max(need - there * size, 0.0) if there < packs else 0.0
        return Asked(price=packs * offer.price * self.rate, packs=packs, pack=size, source="supplier", short=short)

    def sold_out(self, key: str) -> bool:
        """Whether the supplier has none of it."""
        offer = self.offers.get(key)
        return key not in self.own and offer is not None and offer.packs is not None and offer.packs <= 0.0


TYPICAL = Prices()


def bar_key(material: str, length: float) -> str:
    """Id of a bar of a length [m] in price lists.

    >>> bar_key("softwood_18_44", 2.4)
    'softwood_18_44@2400'
    """
    return f"{material}@{round(length * 1000)}"
