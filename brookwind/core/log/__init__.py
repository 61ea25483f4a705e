"""The log: what happened on the water, and what it teaches with how much doubt."""
