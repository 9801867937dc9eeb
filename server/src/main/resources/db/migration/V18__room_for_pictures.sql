-- How large a picture is, so that what a collector keeps can be added up without reading it.

alter table picture add column size bigint not null default 0;
update picture set size = length(bytes) + length(preview);
create index picture_room on picture (collector_id, size);
