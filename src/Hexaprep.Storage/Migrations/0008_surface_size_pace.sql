-- What was said of a batch's surface and size (nothing: as usual for its tier, by its base), and durations of steps set by the user.
alter table batch add surface text;
alter table batch add size text;
alter table batch add paces text[] not null default '{}';
