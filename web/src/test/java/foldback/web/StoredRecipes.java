package foldback.web;

import static org.assertj.core.api.Assertions.assertThat;

import com.networknt.schema.InputFormat;
import com.networknt.schema.Schema;
import com.networknt.schema.SchemaRegistry;
import com.networknt.schema.SpecificationVersion;
import foldback.engine.recipe.RecipeJson;
import org.springframework.jdbc.core.JdbcTemplate;

/** Recipes as they stand in a database, held against their schema by an independent validator. */
final class StoredRecipes {
    private final Schema schema = SchemaRegistry.withDefaultDialect(SpecificationVersion.DRAFT_2020_12)
            .getSchema(RecipeJson.DOCUMENT.schema());
    private long checked;

    /** Checks the revisions that came since it was last called. */
    void check(JdbcTemplate database) {
        database.query(
                "SELECT id, recipe FROM revision WHERE id > ? ORDER BY id",
                row -> {
                    checked = row.getLong("id");
                    assertThat(schema.validate(row.getString("recipe"), InputFormat.JSON))
                            .as("what is wrong in the recipe of revision %d", checked)
                            .isEmpty();
                },
                checked);
    }
}
