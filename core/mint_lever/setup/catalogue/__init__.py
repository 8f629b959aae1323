"""Every setting as a row with its name, its unit, its value in words."""
