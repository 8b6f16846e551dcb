"""Mulch: how much ground is covered, how deep, how much is brought, which kind, and when it is renewed."""
