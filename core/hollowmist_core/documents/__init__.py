"""Documents: brushes, recipes and sheets as they are kept, checked and compared. No kernel knows them."""
