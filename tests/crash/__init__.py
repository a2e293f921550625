"""The whole of it, killed and cut at odd moments: nothing acknowledged is lost, nothing is kept twice."""
