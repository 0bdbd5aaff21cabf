-- Whether the answer to a check may be talked out of somebody on another line; null: as the rulebook says of its method.
alter table proof_check add column relayed boolean null after path_since;
