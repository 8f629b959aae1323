"""The model from stick to blade."""
