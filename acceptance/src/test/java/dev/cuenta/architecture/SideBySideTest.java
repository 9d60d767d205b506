package dev.cuenta.architecture;

import static java.util.stream.Collectors.toSet;
import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.util.Set;
import java.util.stream.IntStream;
import javax.xml.parsers.DocumentBuilderFactory;
import javax.xml.xpath.XPathConstants;
import javax.xml.xpath.XPathFactory;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.w3c.dom.NodeList;

/**
 * A whole build runs the tests of all modules in one, side by side. What the tests of a module need has to be there
 * too, or they pass alone and fail together.
 */
class SideBySideTest {
    private static final Path ROOT = Path.of(System.getProperty("cuenta.root"));

    static Set<String> modules() throws Exception {
        return texts("acceptance", "//dependenciesToScan/dependency").stream()
                .map(tests -> tests.split(":")[1].replace("cuenta-", ""))
                .collect(toSet());
    }

    @ParameterizedTest
    @MethodSource("modules")
    void what_the_tests_of_a_module_need_is_there_where_all_run(String module) throws Exception {
        Set<String> there = texts("acceptance", "//dependency/artifactId");
        for (String built : modules()) {
            there.addAll(texts(built, "/project/dependencies/dependency[not(scope = 'test')]/artifactId"));
        }

        assertThat(there).containsAll(texts(module, "/project/dependencies/dependency[scope = 'test']/artifactId"));
    }

    private static Set<String> texts(String module, String path) throws Exception {
        NodeList nodes = (NodeList) XPathFactory.newInstance()
                .newXPath()
                .evaluate(
                        path,
                        DocumentBuilderFactory.newInstance()
                                .newDocumentBuilder()
                                .parse(ROOT.resolve(module).resolve("pom.xml").toFile()),
                        XPathConstants.NODESET);
        return IntStream.range(0, nodes.getLength())
                .mapToObj(i -> nodes.item(i).getTextContent())
                .collect(toSet());
    }
}
