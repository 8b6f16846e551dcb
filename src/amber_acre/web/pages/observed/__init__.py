"""What people see of weather and ground, and the forecasts they bring."""
