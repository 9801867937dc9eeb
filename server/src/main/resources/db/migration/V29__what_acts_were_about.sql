-- What each act was about: the paints it touched, and what else has a page of its own, so that it is found again and undone there.
create table act_about (
    id bigint not null auto_increment primary key,
    collector_id bigint not null,
    act_id bigint not null,
    thing varchar(40) not null,
    thing_id bigint not null,
    key act_about_thing (collector_id, thing, thing_id, act_id),
    constraint act_about_act foreign key (act_id) references act (id) on delete cascade,
    constraint act_about_collector foreign key (collector_id) references collector (id) on delete cascade
) engine = innodb default charset = utf8mb4 collate = utf8mb4_unicode_ci;

-- Acts from before: what they wrote themselves, and what their rows belong to.
insert into act_about (collector_id, act_id, thing, thing_id)
select distinct a.collector_id, a.id, t.thing, case t.of when 'own' then c.row_id
        when 'paint' then coalesce(c.paint_was, c.paint_is)
        when 'arrival' then coalesce(c.arrival_was, c.arrival_is)
        when 'chart' then coalesce(c.chart_was, c.chart_is)
        when 'palette' then coalesce(c.palette_was, c.palette_is)
        when 'exposure' then coalesce(c.exposure_was, c.exposure_is)
        when 'shortlist' then coalesce(c.shortlist_was, c.shortlist_is)
        else coalesce(c.keeper_was, c.keeper_is) end
from act a
join json_table(a.changes, '$[*]' columns (
        row_of varchar(40) path '$.table',
        row_id bigint path '$.id',
        paint_was bigint path '$.before.paint_id', paint_is bigint path '$.after.paint_id',
        arrival_was bigint path '$.before.arrival_id', arrival_is bigint path '$.after.arrival_id',
        chart_was bigint path '$.before.chart_id', chart_is bigint path '$.after.chart_id',
        palette_was bigint path '$.before.palette_id', palette_is bigint path '$.after.palette_id',
        exposure_was bigint path '$.before.exposure_id', exposure_is bigint path '$.after.exposure_id',
        shortlist_was bigint path '$.before.shortlist_id', shortlist_is bigint path '$.after.shortlist_id',
        keeper_was bigint path '$.before.keeper_id', keeper_is bigint path '$.after.keeper_id')) c
join (
    select 'paint' thing, 'own' of union all select 'paint', 'paint'
    union all select 'arrival', 'own' union all select 'arrival', 'arrival'
    union all select 'chart', 'own' union all select 'chart', 'chart'
    union all select 'palette', 'own' union all select 'palette', 'palette'
    union all select 'exposure', 'own' union all select 'exposure', 'exposure'
    union all select 'shortlist', 'own' union all select 'shortlist', 'shortlist'
    union all select 'keeper', 'own' union all select 'keeper', 'keeper') t
where case t.of when 'own' then c.row_of = t.thing
        when 'paint' then coalesce(c.paint_was, c.paint_is) is not null
        when 'arrival' then coalesce(c.arrival_was, c.arrival_is) is not null
        when 'chart' then coalesce(c.chart_was, c.chart_is) is not null
        when 'palette' then coalesce(c.palette_was, c.palette_is) is not null
        when 'exposure' then coalesce(c.exposure_was, c.exposure_is) is not null
        when 'shortlist' then coalesce(c.shortlist_was, c.shortlist_is) is not null
        else coalesce(c.keeper_was, c.keeper_is) is not null end;
