-- Paints under consideration for a purpose, what trials on paper said of them, and what was decided and why.

create table shortlist (
    id bigint not null auto_increment primary key,
    collector_id bigint not null,
    name varchar(120) not null,
    purpose varchar(1000) not null default '',
    wells int not null,
    -- Empty: none is set.
    budget decimal(12, 2),
    currency char(3) not null,
    begun_on date not null,
    decided_on date,
    version int not null default 1,
    unique key shortlist_name (collector_id, name),
    constraint shortlist_collector foreign key (collector_id) references collector (id) on delete cascade
) engine = innodb default charset = utf8mb4 collate = utf8mb4_unicode_ci;

create table shortlist_candidate (
    id bigint not null auto_increment primary key,
    collector_id bigint not null,
    shortlist_id bigint not null,
    paint_id bigint not null,
    -- Why it is here: the question it answers, and the evidence or one's own reason.
    question varchar(12) not null default '',
    reason varchar(1000) not null default '',
    must boolean not null default false,
    -- How much it counts, where that is said; else it follows from trials.
    liking double,
    price decimal(12, 2),
    -- Taken or left by hand.
    by_hand varchar(8) not null default '',
    decided varchar(8) not null default '',
    decided_why varchar(600) not null default '',
    version int not null default 1,
    unique key candidate_once (shortlist_id, paint_id),
    key candidate_paint (paint_id),
    constraint candidate_collector foreign key (collector_id) references collector (id) on delete cascade,
    constraint candidate_shortlist foreign key (shortlist_id) references shortlist (id) on delete cascade,
    constraint candidate_paint foreign key (paint_id) references paint (id) on delete cascade
) engine = innodb default charset = utf8mb4 collate = utf8mb4_unicode_ci;

-- The latest counts; earlier ones stay.
create table trial_mark (
    id bigint not null auto_increment primary key,
    collector_id bigint not null,
    shortlist_candidate_id bigint not null,
    mark varchar(8) not null,
    word varchar(300) not null default '',
    marked_at datetime(3) not null,
    key mark_of (shortlist_candidate_id, id),
    constraint mark_collector foreign key (collector_id) references collector (id) on delete cascade,
    constraint mark_candidate foreign key (shortlist_candidate_id) references shortlist_candidate (id) on delete cascade
) engine = innodb default charset = utf8mb4 collate = utf8mb4_unicode_ci;

-- What was read, heard or seen of a paint: what it mixes with, where it was read, and what it cost where.
create table research_note (
    id bigint not null auto_increment primary key,
    collector_id bigint not null,
    paint_id bigint not null,
    said varchar(1000) not null default '',
    read_where varchar(300) not null default '',
    price decimal(12, 2),
    currency char(3),
    volume decimal(8, 2),
    noted_on date not null,
    version int not null default 1,
    key research_of (collector_id, paint_id),
    constraint research_collector foreign key (collector_id) references collector (id) on delete cascade,
    constraint research_paint foreign key (paint_id) references paint (id) on delete cascade
) engine = innodb default charset = utf8mb4 collate = utf8mb4_unicode_ci;
