"""What every step rests on: the log, what is stale, what a change undoes, the memo, the advice."""
