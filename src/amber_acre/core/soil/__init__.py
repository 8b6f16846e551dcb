"""What a soil test says about phosphorus, potassium and pH."""
