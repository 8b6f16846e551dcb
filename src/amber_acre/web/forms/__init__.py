"""Forms: text in, core values out; every fault at once, each beside its field."""
