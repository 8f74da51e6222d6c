"""What lives as long as the process: threads, pools of processes, budgets. Each has an owner and a bound."""
