"""The tail: from the rudder's pulse to the push on the nose. Signs: + drives the nose right."""
