package foldback.web;

import java.util.Map;
import org.springframework.boot.WebApplicationType;
import org.springframework.boot.autoconfigure.SpringBootApplication;
import org.springframework.boot.builder.SpringApplicationBuilder;
import org.springframework.context.ConfigurableApplicationContext;

/**
 * Starts one of the two processes of the application, chosen by {@code --foldback.role}: {@code pages} (the default)
 * answers the browser, {@code worker} renders and has no port.
 */
@SpringBootApplication
@org.springframework.boot.context.properties.ConfigurationPropertiesScan
public class FoldbackApplication {

    public static void main(String[] arguments) {
        start(Map.of(), arguments);
    }

    /** The running application; {@code properties} are weaker than {@code arguments}. */
    public static ConfigurableApplicationContext start(Map<String, Object> properties, String... arguments) {
        boolean worker = java.util.Arrays.asList(arguments).contains("--foldback.role=worker");
        return new SpringApplicationBuilder(FoldbackApplication.class)
                .profiles(worker ? Role.WORKER : Role.PAGES)
                .web(worker ? WebApplicationType.NONE : WebApplicationType.SERVLET)
                .properties(properties)
                .run(arguments);
    }
}
