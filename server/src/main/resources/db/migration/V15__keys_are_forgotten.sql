-- Keys of acts done once only are forgotten after a while; those of one collector are found by their age.
create index idempotency_at on idempotency (collector_id, at);
