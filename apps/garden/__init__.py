"""Gardens, members, beds and what grows in them."""
