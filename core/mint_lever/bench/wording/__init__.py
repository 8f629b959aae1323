"""What the bench says: figures and signs in sentences, the words of devices, drawings."""
