"""The launcher: installs, starts and stops Wenlo. Standard library only, for it runs before anything is installed."""
