"""A lawn over the years: four back, four ahead."""
