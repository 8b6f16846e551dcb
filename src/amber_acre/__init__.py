"""Amber Acre: a season of lawn feeding, planned, explained and recorded."""
