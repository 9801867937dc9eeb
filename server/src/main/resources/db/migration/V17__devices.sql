-- What pictures are taken with: a device's own eye is learnt once and helps every later reading.

create table device (
    id bigint not null auto_increment primary key,
    collector_id bigint not null,
    -- Make and model as its files tell them, or as the collector calls it.
    name varchar(160) not null,
    -- The patches of the latest colour-checker it saw, as JSON: what it saw and what they are.
    patches text not null,
    version int not null default 1,
    unique key device_name (collector_id, name),
    constraint device_collector foreign key (collector_id) references collector (id) on delete cascade
) engine = innodb default charset = utf8mb4 collate = utf8mb4_unicode_ci;

alter table scan
    add column device_id bigint,
    -- By what its colours were corrected for the device, as JSON; empty: by nothing.
    add column eye varchar(1200) not null default '',
    add constraint scan_device foreign key (device_id) references device (id) on delete set null;
