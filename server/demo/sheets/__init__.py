"""Three sheets of Skerrow, drawn by a model of a hand with the demo's brushes."""
