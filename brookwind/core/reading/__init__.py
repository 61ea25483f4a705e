"""Reading the float: from what is seen of it to what is likely wrong."""
