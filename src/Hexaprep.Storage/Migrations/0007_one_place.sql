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

-- A product is a row; coats, labels and containers hang on it. Until now a coat carried its class and method, and what it was for followed
-- from its step.
create table product (
  workspace_id uuid not null references workspace (id),
  id uuid not null,
  class text not null,
  method text,
  use text not null,
  name text not null check (length(name) between 1 and 80),
  recoat_min double precision,
  recoat_max double precision,
  reopen_min double precision,
  handle_min double precision,
  next_layer_min double precision,
  min_temp_c double precision,
  max_humidity_pct double precision,
  primary key (workspace_id, id)
);
create unique index product_once on product (workspace_id, class, coalesce(method, ''), use, name);

create table container (
  workspace_id uuid not null,
  id uuid not null,
  product_id uuid not null,
  opened_on date,
  tare_g double precision,
  left_g double precision,
  primary key (workspace_id, id),
  foreign key (workspace_id, product_id) references product (workspace_id, id)
);

create function use_of(kind text) returns text language sql immutable as $$
  select case
    when kind in ('prime', 'touch_in', 'test_patch') then 'primer'
    when kind = 'gloss_bed' then 'gloss'
    when kind in ('final_coat', 'seal', 'protective_coat') then 'varnish'
    when kind in ('glue', 'pin', 'magnet', 'reassemble', 'base', 'handle') then 'glue'
    when kind in ('fill', 'seam_repair') then 'filler'
    when kind in ('base_texture', 'seal_texture') then 'texture'
    when kind in ('place_transfer', 'soften_transfer', 'soak_transfer') then 'transfer'
    when kind = 'wash' then 'water'
    else 'paint' end
$$;

insert into product (workspace_id, id, class, method, use, name)
select workspace_id, gen_random_uuid(), class, method, use, left(initcap(use) || ', ' || replace(class, '_', ' ')
  || coalesce(', ' || replace(method, '_', ' '), ''), 80)
from (
  select c.workspace_id, c.product_class as class, c.method, use_of(s.kind) as use
  from coat c join step s on s.workspace_id = c.workspace_id and s.id = c.step_id
  union
  select workspace_id, split_part(product, '.', 1), nullif(split_part(product, '.', 2), 'any'), split_part(product, '.', 3) from past_coat
  union
  select workspace_id, split_part(product, '.', 1), nullif(split_part(product, '.', 2), 'any'), split_part(product, '.', 3)
  from product_label
) known;

update product p set recoat_min = l.recoat_min, recoat_max = l.recoat_max, reopen_min = l.reopen_min, handle_min = l.handle_min,
  next_layer_min = l.next_layer_min, min_temp_c = l.min_temp_c, max_humidity_pct = l.max_humidity_pct
from product_label l
where l.workspace_id = p.workspace_id and l.product = p.class || '.' || coalesce(p.method, 'any') || '.' || p.use;
drop table product_label;

insert into container (workspace_id, id, product_id) select workspace_id, gen_random_uuid(), id from product;

alter table coat add product_id uuid;
update coat c set product_id = p.id
from step s, product p
where s.workspace_id = c.workspace_id and s.id = c.step_id and p.workspace_id = c.workspace_id and p.class = c.product_class
  and p.method is not distinct from c.method and p.use = use_of(s.kind);
alter table coat alter product_id set not null, drop product_class, drop method,
  add foreign key (workspace_id, product_id) references product (workspace_id, id);

alter table past_coat add product_id uuid;
update past_coat c set product_id = p.id
from product p
where p.workspace_id = c.workspace_id and c.product = p.class || '.' || coalesce(p.method, 'any') || '.' || p.use;
alter table past_coat alter product_id set not null, drop product,
  add foreign key (workspace_id, product_id) references product (workspace_id, id);
drop function use_of(text);
