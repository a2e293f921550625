"""The daily balance: one step written once, the arrays it runs over, its rows, and the spread of what is doubtful."""
