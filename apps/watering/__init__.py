"""Waterings, checks, advice as it was issued, and the plan over all facts."""
