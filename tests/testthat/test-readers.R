# Every format but delimited text: what a library reads is held against the table that was written, kind by kind.
