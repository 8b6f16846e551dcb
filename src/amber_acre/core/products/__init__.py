"""What is in a bag or bottle, what its label allows, and whole packs."""
