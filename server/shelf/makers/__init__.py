"""The stock of the lending shelf, told by its makers."""

from . import prints, shore

STOCK = shore.STOCK + prints.STOCK
