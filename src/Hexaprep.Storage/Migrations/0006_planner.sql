-- The second dates of a plan and its proof are worked out behind it, once; every save has a serial, so that other processes know a better
-- plan from the one
-- they have.
alter table plan add repairs jsonb;
alter table plan add bound jsonb;
alter table plan add serial bigint not null default 1;
