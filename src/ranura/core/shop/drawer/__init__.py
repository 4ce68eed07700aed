"""Tools as texts: forms, descriptions, finding, marks, history."""
