"""Record the facts anew: after a change that means to change them, look at the difference before it is committed."""

from recorded import record

record()
