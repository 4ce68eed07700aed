"""Files in open formats: text or bytes on one side, core types on the other."""
