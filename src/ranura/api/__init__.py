"""The web server: thin routes between JSON and the core, one error form, the built page."""
