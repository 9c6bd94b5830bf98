// Nothing is read: see package.json.
