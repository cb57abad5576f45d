-- What kind a flaw is and how it was closed; repairs that stand in a route for some models alone.

create table repair (
  workspace_id uuid not null,
  id uuid not null,
  batch_id uuid not null,
  plan text not null,
  together boolean not null,
  taken_at timestamptz not null,
  models uuid[] not null,
  primary key (workspace_id, id),
  foreign key (workspace_id, batch_id) references batch (workspace_id, id)
);

alter table step add column repair_id uuid;
alter table step add foreign key (workspace_id, repair_id) references repair (workspace_id, id);
drop index step_identity;
create unique index step_identity on step
  (workspace_id, batch_id, kind, coalesce(piece, 0), occurrence, coalesce(repair_id, '00000000-0000-0000-0000-000000000000'));

alter table flaw add column kind text;
alter table flaw add column ending text;
alter table flaw add column reason text;
alter table flaw add column repair_id uuid;
alter table flaw add column cause text;
alter table flaw add foreign key (workspace_id, repair_id) references repair (workspace_id, id);
update flaw set ending = 'mended' where mended_at is not null;

-- Mixes written down by unit and area.
create table recipe (
  workspace_id uuid not null,
  id uuid not null,
  unit_id uuid not null,
  area text not null,
  mix text not null,
  at timestamptz not null,
  primary key (workspace_id, id),
  foreign key (workspace_id, unit_id) references unit (workspace_id, id)
);
