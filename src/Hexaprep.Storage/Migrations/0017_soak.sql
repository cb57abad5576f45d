-- Transfers that were put in the water: one row each, those of a group at the same moment.
create table soaked_transfer (
  workspace_id uuid not null references workspace (id),
  id uuid not null,
  step_id uuid not null,
  number int not null,
  wetted_at timestamptz not null,
  stuck_at timestamptz,
  out_at timestamptz,
  ending text,
  model_id uuid,
  primary key (workspace_id, id),
  foreign key (workspace_id, step_id) references step (workspace_id, id) on delete cascade,
  foreign key (workspace_id, model_id) references model (workspace_id, id) on delete cascade
);
create index soaked_transfer_in_order on soaked_transfer (workspace_id, wetted_at);
