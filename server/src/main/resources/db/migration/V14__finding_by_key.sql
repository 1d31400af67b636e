-- A page of findings is read by its keys, and so is where else a finding stood.
create index finding_by_key on finding (finding_key, snapshot_id);
