"""The points a drawn line needs: what lies as good as straight between two others is left out."""

from __future__ import annotations

from collections.abc import Sequence

WITHIN_PX = 0.15  # nobody sees less


def corners(points: Sequence[tuple[float, float]], within: float = WITHIN_PX) -> list[tuple[float, float]]:
    """Points of a line whose x only rises or only falls, first and last among them, such that every point left out
    lies within ``within`` of y of the line that is left."""
    if len(points) < 3:
        return list(points)
    kept = [points[0]]
    low, high = float("-inf"), float("inf")
    for n in range(1, len(points) - 1):
        x0, y0 = kept[-1]
        x, y = points[n]
        one, other = sorted(((y - within - y0) / (x - x0), (y + within - y0) / (x - x0)))
        low, high = max(low, one), min(high, other)
        ahead_x, ahead_y = points[n + 1]
        if not low <= (ahead_y - y0) / (ahead_x - x0) <= high:
            kept.append((x, y))
            low, high = float("-inf"), float("inf")
    return [*kept, points[-1]]
