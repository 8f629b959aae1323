"""Diagnosis: from what the pilot saw to what is wrong and where it is mended."""
