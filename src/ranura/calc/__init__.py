"""One module per calculator: a Pydantic request and answer around a rule of the core. No server, no database."""
