"""What an area gets in any twelve months, against need, cap and labels."""
