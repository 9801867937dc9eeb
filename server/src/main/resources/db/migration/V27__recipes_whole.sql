-- What has the same recipe is looked for whenever a paint is opened: the whole recipe, not its first hundred letters, so that
-- the index answers by itself.
create index paint_recipe_whole on paint (collector_id, recipe);
