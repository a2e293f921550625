"""Speed as ratios within one run: `.venv/bin/python -m benchmarks`. Results: docs/benchmarks.md."""
