"""Paper: what ink does once it is there: it creeps, pools, runs and dries, and is shown."""
