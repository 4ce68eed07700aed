"""The drawer: bits as people type, describe, find and compare them."""
