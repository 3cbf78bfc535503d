# The last file to be read: all rooms are known now.
settle_rooms()
