"""Tables: what both homes and the front end read. Every number that stands in two languages stands here."""
