"""What the season still needs, by product: in hand, to buy, the day it runs short."""
