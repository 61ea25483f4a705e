"""What to fish with: families that suit, schools, place rules, cautions."""
