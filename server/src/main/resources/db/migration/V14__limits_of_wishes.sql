-- What a piece of a wished-for paint may cost at most, beside what a millilitre may.
alter table wish
    add column most_price decimal(10, 2);
