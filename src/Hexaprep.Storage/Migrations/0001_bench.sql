-- Every table carries its workspace; keys are (workspace_id, id); ids are random.
create table workspace (
  id uuid primary key,
  name text not null check (length(name) between 1 and 80),
  time_zone text not null,
  handles integer not null check (handles between 1 and 1000),
  revision bigint not null default 1,
  sittings_version integer not null default 1,
  is_demo boolean not null default false,
  created_at timestamptz not null
);

create table unit (
  workspace_id uuid not null references workspace (id),
  id uuid not null,
  name text not null check (length(name) between 1 and 80),
  name_key text not null,
  mark text not null check (length(mark) between 1 and 20),
  weight integer not null check (weight between 1 and 100),
  deadline date,
  notes text[] not null default '{}',
  position integer not null,
  version integer not null default 1,
  primary key (workspace_id, id)
);
create index unit_by_name on unit (workspace_id, name_key);

create table batch (
  workspace_id uuid not null,
  id uuid not null,
  unit_id uuid not null,
  name text not null check (length(name) <= 80),
  materials text[] not null check (cardinality(materials) > 0 and materials <@ array['polystyrene', 'abs', 'flexible_pvc', 'pu_resin',
    'photopolymer', 'pla', 'white_metal', 'old_lead', 'unknown']),
  models integer not null check (models between 1 and 500),
  parts integer not null check (parts between 1 and 60),
  base_mm integer check (base_mm between 10 and 200),
  tier text not null check (tier in ('rank_and_file', 'elite', 'leader', 'display')),
  mold_lines text not null check (mold_lines in ('few', 'ordinary', 'many')),
  gaps text not null check (gaps in ('none', 'small', 'large')),
  transfers integer not null check (transfers between 0 and 60),
  final_sheen text not null check (final_sheen in ('matte', 'satin', 'gloss')),
  paint_min integer not null check (paint_min between 0 and 6000),
  position integer not null,
  version integer not null default 1,
  primary key (workspace_id, id),
  foreign key (workspace_id, unit_id) references unit (workspace_id, id)
);

create table model (
  workspace_id uuid not null,
  id uuid not null,
  batch_id uuid not null,
  number integer not null check (number >= 1),
  primary key (workspace_id, id),
  unique (workspace_id, batch_id, number),
  foreign key (workspace_id, batch_id) references batch (workspace_id, id)
);

create table piece (
  workspace_id uuid not null,
  id uuid not null,
  model_id uuid not null,
  number integer not null check (number >= 1),
  primary key (workspace_id, id),
  unique (workspace_id, model_id, number),
  foreign key (workspace_id, model_id) references model (workspace_id, id)
);

create table part (
  workspace_id uuid not null,
  id uuid not null,
  piece_id uuid not null,
  number integer not null check (number >= 1),
  name text not null check (length(name) between 1 and 80),
  material text not null check (material in ('polystyrene', 'abs', 'flexible_pvc', 'pu_resin', 'photopolymer', 'pla', 'white_metal',
    'old_lead', 'unknown')),
  primary key (workspace_id, id),
  foreign key (workspace_id, piece_id) references piece (workspace_id, id)
);

-- A route is steps and edges. A step's id is minted when it is first derived and kept.
create table step (
  workspace_id uuid not null,
  id uuid not null,
  batch_id uuid not null,
  kind text not null check (kind in ('study', 'remove_parts', 'remove_supports', 'clean_lines', 'straighten', 'open_tubes', 'wash',
    'dry_fit', 'pin', 'roughen', 'glue', 'fill', 'sand', 'base', 'base_texture', 'seal_texture', 'handle', 'prime', 'primer_gate',
    'paint', 'gloss_bed', 'cut_transfer', 'place_transfer', 'soften_transfer', 'transfer_gate', 'seal', 'final_coat', 'release',
    'base_finish', 'final_gate')),
  piece integer,
  occurrence integer not null check (occurrence >= 1),
  occurrences integer not null check (occurrences >= occurrence),
  side text not null check (side in ('clean', 'wash', 'fill', 'mount', 'prime', 'paint', 'varnish', 'finish')),
  setup_minutes integer not null check (setup_minutes >= 0),
  seconds_per_model integer not null check (seconds_per_model >= 0),
  attention text not null check (attention in ('hands', 'attended', 'watched', 'free')),
  one_go boolean not null,
  mode text check (mode in ('primer', 'gloss', 'matte')),
  product_class text check (product_class in ('acrylic_wb', 'acrylic_solvent', 'lacquer', 'enamel_alkyd', 'plastic_cement', 'ca',
    'epoxy_putty', 'acrylic_putty', 'pva', 'setting_solution', 'softening_solution', 'water')),
  method text,
  working_minutes integer check (working_minutes > 0),
  models_per_mix integer check (models_per_mix > 0),
  reason text not null,
  position integer not null,
  not_needed text,
  primary key (workspace_id, id),
  foreign key (workspace_id, batch_id) references batch (workspace_id, id)
);
create unique index step_identity on step (workspace_id, batch_id, kind, coalesce(piece, 0), occurrence);

create table edge (
  workspace_id uuid not null,
  from_step uuid not null,
  to_step uuid not null,
  stage text check (stage in ('touch', 'recoat', 'handle', 'next_layer', 'full')),
  min_minutes integer not null check (min_minutes >= 0),
  max_minutes integer check (max_minutes >= min_minutes),
  forbid_after integer,
  forbid_until integer check (forbid_until > forbid_after),
  rule text not null,
  reason text not null,
  primary key (workspace_id, from_step, to_step),
  foreign key (workspace_id, from_step) references step (workspace_id, id),
  foreign key (workspace_id, to_step) references step (workspace_id, id)
);

-- The logbook: what happened, append-only. An act's id is made by the client, so that a repeated one is known again.
create table logbook (
  workspace_id uuid not null references workspace (id),
  id uuid not null,
  entry bigint generated always as identity,
  kind text not null check (kind in ('start', 'done', 'put_down', 'take_back', 'set_count', 'flaw', 'mend', 'test', 'coat', 'roster',
    'unit', 'batch', 'sittings', 'import', 'demo')),
  at timestamptz not null,
  recorded_at timestamptz not null,
  step_id uuid,
  corrects uuid,
  detail jsonb not null,
  primary key (workspace_id, id),
  foreign key (workspace_id, step_id) references step (workspace_id, id),
  foreign key (workspace_id, corrects) references logbook (workspace_id, id)
);
create unique index logbook_in_order on logbook (workspace_id, entry);
create index logbook_by_step on logbook (workspace_id, step_id);

create function logbook_is_append_only() returns trigger language plpgsql as $$
begin
  raise exception 'the logbook is append-only: write a correction instead';
end $$;
create trigger logbook_no_change before update or delete on logbook for each row execute function logbook_is_append_only();
create trigger logbook_no_truncate before truncate on logbook for each statement execute function logbook_is_append_only();

create table spell (
  workspace_id uuid not null,
  id uuid not null,
  step_id uuid not null,
  began_at timestamptz not null,
  ended_at timestamptz check (ended_at >= began_at),
  primary key (workspace_id, id),
  foreign key (workspace_id, step_id) references step (workspace_id, id)
);
-- One pair of hands.
create unique index spell_in_hand on spell (workspace_id) where ended_at is null;

create table tick (
  workspace_id uuid not null,
  step_id uuid not null,
  model_id uuid not null,
  piece_id uuid not null,
  spell_id uuid not null,
  at timestamptz not null,
  entry_id uuid not null,
  primary key (workspace_id, step_id, model_id, piece_id),
  foreign key (workspace_id, step_id) references step (workspace_id, id),
  foreign key (workspace_id, model_id) references model (workspace_id, id),
  foreign key (workspace_id, piece_id) references piece (workspace_id, id),
  foreign key (workspace_id, spell_id) references spell (workspace_id, id),
  foreign key (workspace_id, entry_id) references logbook (workspace_id, id)
);

create table coat (
  workspace_id uuid not null,
  id uuid not null,
  step_id uuid not null,
  product_class text not null check (product_class in ('acrylic_wb', 'acrylic_solvent', 'lacquer', 'enamel_alkyd', 'plastic_cement',
    'ca', 'epoxy_putty', 'acrylic_putty', 'pva', 'setting_solution', 'softening_solution', 'water')),
  method text,
  number integer not null check (number >= 1),
  film text not null check (film in ('light', 'normal', 'heavy')),
  air_c double precision check (air_c between -30 and 60),
  humidity_pct double precision check (humidity_pct between 0 and 100),
  started_at timestamptz not null,
  ended_at timestamptz check (ended_at >= started_at),
  models uuid[] not null,
  entry_id uuid not null,
  primary key (workspace_id, id),
  foreign key (workspace_id, step_id) references step (workspace_id, id),
  foreign key (workspace_id, entry_id) references logbook (workspace_id, id)
);

create table coat_test (
  workspace_id uuid not null,
  id uuid not null,
  coat_id uuid not null,
  stage text not null check (stage in ('touch', 'recoat', 'handle', 'next_layer', 'full')),
  finding text not null check (finding in ('not_dry_at', 'dry_at', 'exact')),
  at timestamptz not null,
  entry_id uuid not null,
  primary key (workspace_id, id),
  foreign key (workspace_id, coat_id) references coat (workspace_id, id) on delete cascade,
  foreign key (workspace_id, entry_id) references logbook (workspace_id, id)
);

create table flaw (
  workspace_id uuid not null,
  id uuid not null,
  step_id uuid not null,
  model_id uuid not null,
  piece_id uuid not null,
  place text not null check (length(place) between 1 and 60),
  words text not null check (length(words) between 1 and 200),
  noted_at timestamptz not null,
  mended_at timestamptz,
  entry_id uuid not null,
  primary key (workspace_id, id),
  foreign key (workspace_id, step_id) references step (workspace_id, id),
  foreign key (workspace_id, model_id) references model (workspace_id, id),
  foreign key (workspace_id, piece_id) references piece (workspace_id, id),
  foreign key (workspace_id, entry_id) references logbook (workspace_id, id)
);

create table weekly_sitting (
  workspace_id uuid not null references workspace (id),
  id uuid not null,
  day integer not null check (day between 1 and 7),
  begins time not null,
  ends time not null check (ends <> begins),
  primary key (workspace_id, id)
);

create table sitting_exception (
  workspace_id uuid not null references workspace (id),
  id uuid not null,
  date date not null,
  kind text not null check (kind in ('off', 'extra', 'unfit_for_spray')),
  begins time,
  ends time,
  primary key (workspace_id, id),
  check ((kind = 'extra') = (begins is not null and ends is not null))
);

-- A plan is its input, seed, budget and result.
create table plan (
  workspace_id uuid primary key references workspace (id),
  revision bigint not null,
  origin timestamptz not null,
  made_at timestamptz not null,
  seed integer not null,
  budget integer not null check (budget >= 1),
  input jsonb not null,
  result jsonb not null
);
