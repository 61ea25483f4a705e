"""Small programs that stand in for devices and services: they speak the same formats on the loopback address."""
