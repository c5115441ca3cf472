"""Tables, faces and jobs that ship with the program: files with their units and sources, no code."""
