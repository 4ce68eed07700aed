"""What measurements teach: test cuts and corrections."""
