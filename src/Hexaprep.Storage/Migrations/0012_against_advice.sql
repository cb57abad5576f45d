-- What spoke against a spell that was begun against advice, or logged although it was not allowed.

alter table spell add column against text;

-- How warm the can was that was to be sprayed from.
alter table air_reading add column can_c double precision check (can_c between -20 and 80);
