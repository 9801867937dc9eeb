-- One thing shown to whoever has its address, without signing in.

create table share (
    id bigint not null auto_increment primary key,
    collector_id bigint not null,
    -- SHA-256 of the word in its address, in hex; the word itself is told once and kept nowhere.
    word_hash char(64) not null collate ascii_bin,
    kind varchar(8) not null,
    title varchar(200) not null,
    -- What it is of; of finds and reports a find.
    of_id bigint,
    find varchar(2000) not null default '',
    hide varchar(60) not null default '',
    until date not null,
    -- As it was, as JSON; empty where it is shown as it is.
    shown mediumtext,
    created_at datetime(3) not null,
    version int not null default 1,
    unique key share_word (word_hash),
    key share_of (collector_id),
    constraint share_collector foreign key (collector_id) references collector (id) on delete cascade
) engine = innodb default charset = utf8mb4 collate = utf8mb4_unicode_ci;

-- How often it was looked at on a day; by whom is not known.
create table share_look (
    collector_id bigint not null,
    share_id bigint not null,
    day date not null,
    looks int not null,
    primary key (share_id, day),
    constraint share_look_collector foreign key (collector_id) references collector (id) on delete cascade,
    constraint share_look_share foreign key (share_id) references share (id) on delete cascade
) engine = innodb;
