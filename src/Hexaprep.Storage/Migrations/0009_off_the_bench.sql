-- A unit that was taken off the bench stays known, with what was done to it.
alter table unit add column off_since timestamptz;
