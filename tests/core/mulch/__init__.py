"""Tests of mulch."""
