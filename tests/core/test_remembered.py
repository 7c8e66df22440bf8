"""What is remembered: by what it depends on, and for the very same objects."""

from wenlo.core.remembered import LruCache, for_same_objects


def test_the_oldest_is_forgotten_and_what_was_asked_for_is_not_the_oldest():
    made = []

    def make(key):
        return lambda: (made.append(key) or key * 10, True)

    cache = LruCache(2)
    assert [cache.get(k, make(k)) for k in (1, 2, 1, 3, 1, 2)] == [10, 20, 10, 30, 10, 20]
    assert made == [1, 2, 3, 2]


def test_what_is_not_whole_is_made_again_and_anew_replaces_what_is_kept():
    cache = LruCache(4)
    assert cache.get("a", lambda: (1, False)) == 1
    assert cache.get("a", lambda: (2, True)) == 2
    assert cache.get("a", lambda: (3, True)) == 2
    assert cache.get("a", lambda: (3, True), anew=True) == 3
    assert cache.get("a", lambda: (4, True)) == 3


def test_the_same_objects_are_answered_without_asking_and_equal_ones_are_not_the_same():
    asked = []

    @for_same_objects(3)
    def joined(left, right, *, mark="-"):
        asked.append((left, right))
        return [*left, mark, *right]

    one, two = [1], [2]
    first = joined(one, two)
    assert joined(one, two) is first
    assert joined([1], two) == first
    assert len(asked) == 2
    assert joined(one, two, mark="+") == [1, "+", 2]
    assert len(asked) == 3


def test_an_object_that_is_asked_about_keeps_its_identity():
    """Freed objects give their places to new ones: an answer must not come to belong to another object."""

    @for_same_objects(2)
    def size(things):
        return len(things)

    assert [size(["x"] * k) for k in range(200)] == list(range(200))
