"""gunicorn: one process with threads. One pilot's levers are served in order; SQLite is shared."""

worker_class = "gthread"
workers = 1
threads = 8
keepalive = 75
accesslog = None
loglevel = "warning"
