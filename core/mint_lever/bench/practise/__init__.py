"""A pilot at the simulated bench: eyes, hands, and whole evenings by the product's advice only."""
