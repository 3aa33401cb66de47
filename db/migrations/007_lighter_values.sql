-- What is kept of a chart is packed in a third of the time; it takes about a fourth more room.
ALTER TABLE charts ALTER COLUMN value SET COMPRESSION lz4;
