-- Air that was read, the forecast, labels of products, observations left out.

create table air_reading (
  workspace_id uuid not null references workspace (id),
  id uuid not null,
  at timestamptz not null,
  place text not null check (place in ('bench', 'outdoors')),
  air_c double precision not null check (air_c between -30 and 50),
  humidity_pct double precision not null check (humidity_pct between 1 and 100),
  wind_ms double precision check (wind_ms between 0 and 40),
  gust_ms double precision check (gust_ms between 0 and 60),
  sun_wm2 double precision check (sun_wm2 between 0 and 1200),
  source text not null check (source in ('hand', 'instrument', 'forecast')),
  primary key (workspace_id, id)
);
create index air_reading_in_order on air_reading (workspace_id, at);

create table forecast_hour (
  workspace_id uuid not null references workspace (id),
  at timestamptz not null,
  air_c double precision not null,
  humidity_pct double precision not null,
  wind_ms double precision not null,
  gust_ms double precision,
  rain_probability double precision not null,
  sun_wm2 double precision not null,
  primary key (workspace_id, at)
);

create table product_label (
  workspace_id uuid not null references workspace (id),
  product text not null check (length(product) between 3 and 80),
  recoat_min double precision,
  recoat_max double precision,
  reopen_min double precision,
  handle_min double precision,
  next_layer_min double precision,
  min_temp_c double precision,
  max_humidity_pct double precision,
  primary key (workspace_id, product)
);

-- Coats laid before, or elsewhere, brought in from a file: they teach how a product dries here.
create table past_coat (
  workspace_id uuid not null references workspace (id),
  id uuid not null,
  unit text not null check (length(unit) <= 80),
  product text not null check (length(product) between 3 and 80),
  number integer not null check (number between 1 and 20),
  film text not null check (film in ('light', 'normal', 'heavy')),
  air_c double precision check (air_c between -30 and 60),
  humidity_pct double precision check (humidity_pct between 0 and 100),
  models integer not null check (models between 1 and 500),
  started_at timestamptz not null,
  ended_at timestamptz not null check (ended_at >= started_at),
  stage text not null check (stage in ('touch', 'recoat', 'handle', 'next_layer', 'full')),
  not_dry_at timestamptz,
  dry_at timestamptz,
  verdict text not null check (length(verdict) <= 200),
  left_out boolean not null default false,
  primary key (workspace_id, id)
);

alter table coat_test add left_out boolean not null default false;
create index coat_by_step on coat (workspace_id, step_id);
create index coat_test_by_coat on coat_test (workspace_id, coat_id);

alter table workspace add forecast_from text;
alter table workspace add forecast_at timestamptz;

alter table logbook drop constraint logbook_kind_check;
alter table logbook add constraint logbook_kind_check check (kind in ('start', 'done', 'put_down', 'take_back', 'set_count', 'flaw',
  'mend', 'test', 'coat', 'roster', 'unit', 'batch', 'sittings', 'import', 'demo', 'house', 'route', 'plan', 'air', 'forecast', 'label',
  'observation', 'coat_import'));

-- An alert that was heard on one device is heard on all.
create table alert_answer (
  workspace_id uuid not null references workspace (id),
  key text not null check (length(key) between 3 and 120),
  answered_at timestamptz not null,
  silenced boolean not null,
  primary key (workspace_id, key)
);
