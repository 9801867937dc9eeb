-- What a reading was corrected by holds a place for each colour that was seen.
alter table scan
    modify eye mediumtext not null default '';
