-- How strong a mixture was painted beside full strength: less than one where two strips of halved washes cross.
alter table mix add column strength double not null default 1;
