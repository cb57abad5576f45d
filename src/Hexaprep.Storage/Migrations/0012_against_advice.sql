-- What spoke against a spell that was begun against advice, or logged although it was not allowed; how warm the can was.

alter table spell add column against text;
alter table air_reading add column can_c double precision check (can_c between -20 and 80);
