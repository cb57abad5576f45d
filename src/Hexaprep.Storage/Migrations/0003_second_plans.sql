-- Where coats dry, and what a second plan stands for when it is taken.

alter table workspace add rack_slots integer not null default 6 check (rack_slots between 1 and 100);

alter table logbook drop constraint logbook_kind_check;
alter table logbook add constraint logbook_kind_check check (kind in ('start', 'done', 'put_down', 'take_back', 'set_count', 'flaw',
  'mend', 'test', 'coat', 'roster', 'unit', 'batch', 'sittings', 'import', 'demo', 'house', 'route', 'plan'));
