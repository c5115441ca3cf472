"""Built-ins: runs of casework in their places, their bays, strength, parts and sheets."""
