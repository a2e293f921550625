"""HTTP: what comes in is checked and handed to an action; what goes out is a plan in plain words' codes and SI."""
