-- Builds that the shop keeps as recipes: places, materials and proportions, as its page keeps them.
ALTER TABLE shop ADD COLUMN own_recipes jsonb NOT NULL DEFAULT '[]' CHECK (jsonb_typeof(own_recipes) = 'array');
