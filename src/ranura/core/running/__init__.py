"""At the machine: a plan as steps to be done one after another, how far somebody is, and what to do in trouble."""
