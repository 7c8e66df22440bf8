"""Proof: shots and readings against the prediction, what to set next, what photographs tell, and what explains a miss."""
