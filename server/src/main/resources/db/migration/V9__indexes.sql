-- What the auditor's search looks through, small enough to stand in an index: the items themselves are long.
alter table round_item add column sought varchar(1400) default '' not null;
update round_item set sought = lower(who || ' ' || account);
create index round_item_sought on round_item (round_id, id, sought);

-- The list of findings, the worst first, comes out of an index; and the decision that holds is looked up.
create index finding_worst on finding (snapshot_id, severity_rank desc, position, finding_key);
create index decision_of on decision (audit_id, finding_key, latest);
