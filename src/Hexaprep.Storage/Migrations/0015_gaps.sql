-- The gaps of a model, a line a gap; nothing where only their size in a word is known.
alter table batch add gap_list text[];
