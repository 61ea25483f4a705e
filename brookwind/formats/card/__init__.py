"""Rig cards on paper: drawn once in millimetres, written as PDF and as SVG."""
