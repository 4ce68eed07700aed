"""Parts of slip, drawing and figures that families of cuts share."""
