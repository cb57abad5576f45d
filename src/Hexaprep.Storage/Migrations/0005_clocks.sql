-- Waits of minutes that a person starts: shaking, soaking, dipping.

create table bench_clock (
  workspace_id uuid not null references workspace (id),
  id uuid not null,
  step_id uuid not null,
  kind text not null check (kind in ('shake', 'soak', 'acid_dip')),
  started_at timestamptz not null,
  stopped_at timestamptz check (stopped_at >= started_at),
  primary key (workspace_id, id),
  foreign key (workspace_id, step_id) references step (workspace_id, id) on delete cascade
);
create index bench_clock_in_order on bench_clock (workspace_id, started_at);

alter table logbook drop constraint logbook_kind_check;
alter table logbook add constraint logbook_kind_check check (kind in ('start', 'done', 'put_down', 'take_back', 'set_count', 'flaw',
  'mend', 'test', 'coat', 'clock', 'stop_clock', 'roster', 'unit', 'batch', 'sittings', 'import', 'demo', 'house', 'route', 'plan',
  'air', 'forecast', 'label', 'observation', 'coat_import'));
