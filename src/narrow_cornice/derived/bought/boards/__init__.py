"""Sheet goods and hardware of built-ins to buy."""
