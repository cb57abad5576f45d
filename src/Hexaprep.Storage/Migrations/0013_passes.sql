-- How a batch is painted, pass by pass (nothing: as is usual for its tier; empty: as one), and which model has had which pass of a
-- session of painting. What a model has had wholly stands in tick.
alter table batch add passes text[];

create table pass_tick (
  workspace_id uuid not null,
  step_id uuid not null,
  model_id uuid not null,
  pass int not null check (pass between 1 and 24),
  spell_id uuid not null,
  at timestamptz not null,
  entry_id uuid not null,
  primary key (workspace_id, step_id, model_id, pass),
  foreign key (workspace_id, step_id) references step (workspace_id, id),
  foreign key (workspace_id, model_id) references model (workspace_id, id),
  foreign key (workspace_id, spell_id) references spell (workspace_id, id),
  foreign key (workspace_id, entry_id) references logbook (workspace_id, id)
);
