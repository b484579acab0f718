"""The cutting table: scene items and views of cloth and pieces."""
