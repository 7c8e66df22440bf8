"""Words: the messages of each language and room, and what turns facts into sentences with them.

The pages read the same files with the same rules (``frontend/src/shared/messages``); both are held to the cases in
``tests/message_vectors.json``.
"""
