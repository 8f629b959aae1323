"""A bench run as a whole: its standing, its audit, its fitness, its end."""
