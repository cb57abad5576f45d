-- The parts of a batch's kit, a line a kind of part; nothing where only their number is known.
alter table batch add kit text[];
