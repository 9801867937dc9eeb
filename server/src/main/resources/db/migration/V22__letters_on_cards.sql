-- The place that is lettered on the card itself, where that is known; it stays when the card is moved.
alter table swatch add column lettered varchar(24);
