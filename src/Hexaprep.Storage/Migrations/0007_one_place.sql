-- Words (kinds of step, materials, classes, stages) have one home, in Core: a list of them here was a second one that a new word had to
-- be added to. What the tables still hold to is what only they can: references, uniqueness, order in time, ranges of numbers.
do $$
declare
  list record;
begin
  for list in
    select conrelid::regclass as in_table, conname as name
    from pg_constraint
    where contype = 'c' and connamespace = 'public'::regnamespace and array_length(conkey, 1) = 1
      and pg_get_constraintdef(oid) ~ '(ANY \(ARRAY|<@ ARRAY)\['
  loop
    execute format('alter table %s drop constraint %I', list.in_table, list.name);
  end loop;
end $$;
alter table batch add constraint batch_materials_check check (cardinality(materials) > 0);

-- Names are compared in Core.
drop index unit_by_name;
alter table unit drop column name_key;

-- The same id with other content is refused: a digest of what was sent.
alter table logbook add content text;

-- A coat knows the pieces that carry it, as ticks and flaws do.
alter table coat add pieces uuid[] not null default '{}';
update coat set pieces = coalesce((
  select array_agg(p.id order by carried.place) from unnest(coat.models) with ordinality as carried (model_id, place)
  join piece p on p.workspace_id = coat.workspace_id and p.model_id = carried.model_id and p.number = 1), '{}');
