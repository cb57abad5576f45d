-- What spoke against a spell that was begun against advice, or logged although it was not allowed; how warm the can was; coats sprayed
-- outdoors, and when they were carried in.

alter table spell add column against text;
alter table air_reading add column can_c double precision check (can_c between -20 and 80);
alter table coat add column outdoors boolean not null default false;
alter table coat add column brought_in_at timestamptz;
