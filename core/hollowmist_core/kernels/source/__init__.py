"""Source: shapes and grains, made of pictures (`prepare`) or of nothing but numbers (`generate`)."""
