-- Wrong passwords are counted by account and by where they come from together, and told to the owner.

drop table sign_in_failure;

create table sign_in_failure (
    account varchar(190) not null,
    came_from varchar(64) not null,
    failures int not null,
    untold int not null,
    last_at datetime(3) not null,
    primary key (account, came_from),
    key sign_in_failure_at (last_at)
) engine = innodb default charset = utf8mb4 collate = utf8mb4_unicode_ci;

-- What was sent under a key, as its SHA-256: the same key with something else is refused.
alter table idempotency add column sent binary(32);
