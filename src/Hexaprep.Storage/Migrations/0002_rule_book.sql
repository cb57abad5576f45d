-- The whole rule book: every kind of step, house rules, and what users change of a route.

alter table step drop constraint step_kind_check;
alter table step add constraint step_kind_check check (kind in ('study', 'remove_parts', 'remove_supports', 'clean_lines', 'straighten',
  'open_tubes', 'wash', 'dry_fit', 'pin', 'magnet', 'roughen', 'glue', 'fill', 'sand', 'base', 'base_texture', 'seal_texture', 'handle',
  'test_patch', 'prime', 'primer_gate', 'touch_in', 'reveal_brush', 'paint', 'protective_coat', 'mask', 'unmask', 'gloss_bed',
  'cut_transfer', 'soak_transfer', 'place_transfer', 'soften_transfer', 'transfer_gate', 'seal', 'shade', 'weather', 'reassemble',
  'seam_repair', 'final_coat', 'release', 'base_finish', 'final_gate'));

alter table batch add lead_free boolean not null default false;

alter table workspace add house_asked boolean not null default false;

alter table logbook drop constraint logbook_kind_check;
alter table logbook add constraint logbook_kind_check check (kind in ('start', 'done', 'put_down', 'take_back', 'set_count', 'flaw',
  'mend', 'test', 'coat', 'roster', 'unit', 'batch', 'sittings', 'import', 'demo', 'house', 'route'));

-- A choice where practitioners differ, for the whole bench (neither unit nor batch), a unit, or a batch.
create table house_choice (
  workspace_id uuid not null references workspace (id),
  id uuid not null,
  unit_id uuid,
  batch_id uuid,
  school text not null check (length(school) between 1 and 40),
  option text not null check (length(option) between 1 and 40),
  primary key (workspace_id, id),
  foreign key (workspace_id, unit_id) references unit (workspace_id, id),
  foreign key (workspace_id, batch_id) references batch (workspace_id, id),
  check (unit_id is null or batch_id is null)
);
create unique index house_choice_once on house_choice (workspace_id, coalesce(unit_id, batch_id, '00000000-0000-0000-0000-000000000000'),
  school);

-- What a user changed of a batch's route, with how binding the rules were that it breaks and what was said of them.
create table route_change (
  workspace_id uuid not null,
  id uuid not null,
  batch_id uuid not null,
  number integer not null check (number >= 1),
  kind text not null check (kind in ('skip', 'add', 'swap', 'reorder')),
  step text not null check (step in ('study', 'remove_parts', 'remove_supports', 'clean_lines', 'straighten', 'open_tubes', 'wash',
    'dry_fit', 'pin', 'magnet', 'roughen', 'glue', 'fill', 'sand', 'base', 'base_texture', 'seal_texture', 'handle', 'test_patch',
    'prime', 'primer_gate', 'touch_in', 'reveal_brush', 'paint', 'protective_coat', 'mask', 'unmask', 'gloss_bed', 'cut_transfer',
    'soak_transfer', 'place_transfer', 'soften_transfer', 'transfer_gate', 'seal', 'shade', 'weather', 'reassemble', 'seam_repair',
    'final_coat', 'release', 'base_finish', 'final_gate')),
  method text,
  product_class text check (product_class in ('acrylic_wb', 'acrylic_solvent', 'lacquer', 'enamel_alkyd', 'plastic_cement', 'ca',
    'epoxy_putty', 'acrylic_putty', 'pva', 'setting_solution', 'softening_solution', 'water')),
  before_step text check (before_step in ('study', 'remove_parts', 'remove_supports', 'clean_lines', 'straighten', 'open_tubes', 'wash',
    'dry_fit', 'pin', 'magnet', 'roughen', 'glue', 'fill', 'sand', 'base', 'base_texture', 'seal_texture', 'handle', 'test_patch',
    'prime', 'primer_gate', 'touch_in', 'reveal_brush', 'paint', 'protective_coat', 'mask', 'unmask', 'gloss_bed', 'cut_transfer',
    'soak_transfer', 'place_transfer', 'soften_transfer', 'transfer_gate', 'seal', 'shade', 'weather', 'reassemble', 'seam_repair',
    'final_coat', 'release', 'base_finish', 'final_gate')),
  strength text not null check (strength in ('practice', 'taste')),
  consequence text not null,
  at timestamptz not null,
  primary key (workspace_id, id),
  unique (workspace_id, batch_id, number),
  foreign key (workspace_id, batch_id) references batch (workspace_id, id),
  check ((kind = 'reorder') = (before_step is not null))
);
