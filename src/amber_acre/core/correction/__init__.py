"""Corrections of soil: what to put down in how many steps and when, what to expect, and when to test again."""
