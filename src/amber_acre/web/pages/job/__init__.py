"""One page for any job: what, where, how much, why, what it meets; changed, swapped, copied, done, left out."""
