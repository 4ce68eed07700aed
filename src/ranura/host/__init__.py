"""The machine Ranura runs on: set-up, the private database, the server process and the verbs of the launcher.

`places`, `progress`, `setup` and `__main__` run before anything is installed and use the standard library alone.
"""
