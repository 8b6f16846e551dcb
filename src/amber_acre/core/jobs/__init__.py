"""One kind of job: what it is, its dose, what was logged for it, where it stands, what it brings."""
