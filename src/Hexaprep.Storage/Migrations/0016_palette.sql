-- The colours a batch will be painted in, a line a colour; nothing where nobody said.
alter table batch add palette text[];
