"""The year of rounds: need, placing, choosing, judging, ledger and what is due."""
