"""The craft, pure and typed: no input or output, no clock, no web, no database.

Frame of reference everywhere: the work lies on the bench and is seen from above; x runs to the right, y away from the
person. Lengths are millimetres, angles degrees, speeds rpm, unless a name says otherwise.
"""
