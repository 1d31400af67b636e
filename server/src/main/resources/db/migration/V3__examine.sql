alter table finding add column measure bigint;
alter table finding add column measures_days boolean default false not null;
alter table decision add column measure bigint;
alter table decision add column severity_rank int default 9 not null;
alter table decision add column as_of_day bigint default 0 not null;
create index check_result_check on check_result (snapshot_id, check_id, application);
