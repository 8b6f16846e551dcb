"""The points a drawn line needs: what lies as good as straight between two others is left out."""

from __future__ import annotations

from collections.abc import Sequence

WITHIN_PX = 0.15  # nobody sees less


def corners(points: Sequence[tuple[float, float]], within: float = WITHIN_PX) -> list[tuple[float, float]]:
    """Points of a line whose x only rises or only falls, first and last among them, such that every point left out
    lies within ``within`` of y of the line that is left."""
    if len(points) < 3:
        return list(points)
    (x0, y0), *rest = points
    kept, (x, y) = [(x0, y0)], rest[0]
    low, high = float("-inf"), float("inf")
    for ahead in rest[1:]:
        one, other = (y - within - y0) / (x - x0), (y + within - y0) / (x - x0)
        if x < x0:
            one, other = other, one
        low, high = (one if one > low else low), (other if other < high else high)
        if not low <= (ahead[1] - y0) / (ahead[0] - x0) <= high:
            kept.append((x, y))
            x0, y0, low, high = x, y, float("-inf"), float("inf")
        x, y = ahead
    return [*kept, points[-1]]
