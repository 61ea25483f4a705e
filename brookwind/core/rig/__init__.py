"""The rig document: components, labels, the figures of gear, families."""
