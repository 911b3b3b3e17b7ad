package foldback.engine.document;

import static org.assertj.core.api.Assertions.assertThat;

import com.networknt.schema.InputFormat;
import com.networknt.schema.Schema;
import com.networknt.schema.SchemaRegistry;
import com.networknt.schema.SpecificationVersion;
import foldback.engine.document.rig.CardJson;
import foldback.engine.document.rig.PointsJson;
import foldback.engine.document.spec.SpecJson;
import foldback.engine.form.object.Document;
import foldback.engine.recipe.RecipeJson;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.stream.Stream;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;

/** The schemas in docs/formats are those of the declarations, and an independent validator finds that documents keep to them. */
class SchemasTest {
    private static final Path FORMATS = Path.of("..", "docs", "formats");
    private static final SchemaRegistry REGISTRY =
            SchemaRegistry.withDefaultDialect(SpecificationVersion.DRAFT_2020_12);

    static Stream<Document<?>> documents() {
        return Stream.of(RecipeJson.DOCUMENT, CardJson.DOCUMENT, SpecJson.DOCUMENT, PointsJson.DOCUMENT);
    }

    @ParameterizedTest
    @MethodSource("documents")
    void schemaFilesAreFresh(Document<?> document) throws Exception {
        String name = document.kind() + ".schema.json";
        Path fresh = Files.createDirectories(Path.of("target", "formats")).resolve(name);
        Files.writeString(fresh, document.schema());
        assertThat(FORMATS.resolve(name))
                .as("after a declaration was changed: cp engine/%s docs/formats", fresh)
                .hasSameTextualContentAs(fresh);
    }

    @ParameterizedTest
    @MethodSource("documents")
    void examplesKeepToTheSchema(Document<?> document) throws Exception {
        String example = Files.readString(FORMATS.resolve(document.kind() + ".example.json"));
        assertThat(wrong(document, example)).isEmpty();
        assertThat(wrong(document, rewritten(document, example))).isEmpty();
    }

    private static <T> String rewritten(Document<T> document, String text) {
        return document.write(document.read(text));
    }

    /** What a schema can say, reading and the schema refuse alike. */
    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
                    recipe | "rate" : "25" | "rate" : "a few"
                    recipe | "slot" : "A" | "slots" : "A"
                    recipe | "model" : "fisheye" | "model" : "equisolid"
                    recipe | "way" : "feather" | "way" : "glue"
                    recipe | "feather_deg" : 4 | "feather_deg" : 91
                    recipe | "verdict" : "sure" | "verdict" : "maybe"
                    rig-card | "model" : "fisheye" | "model" : "rectilinear"
                    spec | "quality" : 18 | "quality" : 18, "bit_rate_kbps" : 4000
                    spec | "quality" : 18 | "through_transform" : false
                    spec | "codec" : "h264" | "codec" : 264
                    tie-points | "slots" : [ "A", "B" ] | "slots" : [ "A", "b" ]
                    """)
    void whatIsWrongIsRefusedByBoth(String kind, String right, String wrong) throws Exception {
        Document<?> document =
                documents().filter(each -> each.kind().equals(kind)).findFirst().orElseThrow();
        String example = rewritten(document, Files.readString(FORMATS.resolve(kind + ".example.json")));
        assertThat(example).contains(right);
        String spoiled = example.replace(right, wrong);
        assertThat(wrong(document, spoiled)).isNotEmpty();
        assertThat(org.assertj.core.api.Assertions.catchThrowable(() -> document.read(spoiled)))
                .isInstanceOf(foldback.engine.form.DocumentException.class);
    }

    private static String wrong(Document<?> document, String text) {
        Schema schema = REGISTRY.getSchema(document.schema());
        return schema.validate(text, InputFormat.JSON).toString().replaceAll("^\\[]$", "");
    }
}
