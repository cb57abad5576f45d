-- Photos of models at a look, and their pictures, each once under its hash.

create table picture (
  workspace_id uuid not null references workspace (id),
  sha256 text not null,
  jpeg bytea not null,
  primary key (workspace_id, sha256)
);

create table photo (
  workspace_id uuid not null,
  id uuid not null,
  model_id uuid not null,
  step_id uuid not null,
  at timestamptz not null,
  width integer not null,
  height integer not null,
  bytes integer not null,
  sha256 text not null,
  primary key (workspace_id, id),
  foreign key (workspace_id, model_id) references model (workspace_id, id),
  foreign key (workspace_id, step_id) references step (workspace_id, id),
  foreign key (workspace_id, sha256) references picture (workspace_id, sha256)
);
create index photo_model on photo (workspace_id, model_id);
