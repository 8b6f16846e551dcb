"""The price of a property's work to come."""
