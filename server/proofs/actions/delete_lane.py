"""Take a lane away, and put it back."""

from accounts.numbers import put_back, take_away


def put_lane_back(account, lane_id) -> None:
    """Put a lane back with its strokes."""
    put_back(account, account.lanes, lane_id)


def delete_lane(account, lane_id) -> None:
    """Take a lane away; it can be put back."""
    take_away(account, account.lanes, lane_id)
