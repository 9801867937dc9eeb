-- Pictures of whole sheets, read as a job; and what readings say beyond two colours.

-- A picture of a sheet belongs to many swatches, and so to none.
alter table picture modify swatch_id bigint null;

create table scan (
    id bigint not null auto_increment primary key,
    collector_id bigint not null,
    picture_id bigint not null,
    chart_id bigint,
    -- From 1; 0: not known yet.
    page int not null default 0,
    -- Whether the chart was chosen by hand, against what the code on the page says.
    chosen boolean not null default false,
    stage varchar(6) not null,
    state varchar(8) not null,
    progress double not null default 0,
    -- Four corners of the page in the picture, dragged by hand, as JSON; empty: found by the marks.
    corners varchar(600) not null default '',
    -- Where the page lies, as JSON, so that the grid can be drawn over the picture.
    map varchar(800) not null default '',
    residual_mm double,
    paper_l double,
    paper_a double,
    paper_b double,
    unevenness double,
    blur_mm double,
    checker double,
    trust varchar(12) not null default '',
    notes varchar(2000) not null default '',
    -- Why it failed, and what to do.
    why varchar(600) not null default '',
    way_on varchar(600) not null default '',
    arithmetic int not null default 0,
    queued_at datetime(3) not null,
    started_at datetime(3),
    ended_at datetime(3),
    version int not null default 1,
    key scan_queue (state, id),
    key scan_of (collector_id, id),
    key scan_chart (chart_id),
    constraint scan_collector foreign key (collector_id) references collector (id) on delete cascade,
    constraint scan_picture foreign key (picture_id) references picture (id) on delete cascade,
    constraint scan_chart foreign key (chart_id) references chart (id) on delete set null
) engine = innodb default charset = utf8mb4 collate = utf8mb4_unicode_ci;

create table scan_cell (
    id bigint not null auto_increment primary key,
    collector_id bigint not null,
    scan_id bigint not null,
    cell int not null,
    -- What was measured, as JSON.
    result text not null,
    crop mediumblob not null,
    left_out boolean not null default false,
    unique key scan_cell_of (scan_id, cell),
    constraint scan_cell_collector foreign key (collector_id) references collector (id) on delete cascade,
    constraint scan_cell_scan foreign key (scan_id) references scan (id) on delete cascade
) engine = innodb default charset = utf8mb4 collate = utf8mb4_unicode_ci;

alter table reading
    modify picture_id bigint null,
    -- PICKED by hand on a picture, SHEET read from one, METER measured with a device of its own.
    add column source varchar(8) not null default 'PICKED',
    -- DRY, WET, or LIFTED: taken after a part was lifted.
    add column stage varchar(6) not null default 'DRY',
    -- Set where the collector says that this one counts.
    add column counts boolean not null default false,
    add column scan_id bigint,
    add column cell int,
    -- Granulation as the share by which the film varies; null where only its contrast is known.
    add column variation double,
    -- Share of the paint that stayed when it was lifted.
    add column staining double,
    -- From full strength to palest, as JSON.
    add column curve text,
    add column spread double,
    add column separation double,
    add column confidence double,
    add constraint reading_scan foreign key (scan_id) references scan (id) on delete set null;
