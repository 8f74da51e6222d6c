"""What is asked of one piece: its fields, their options and checks, and the methods of cooking it."""
