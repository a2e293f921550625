"""The chores behind ./start and ./test, one a module. Standard library only: they run before anything is installed."""
