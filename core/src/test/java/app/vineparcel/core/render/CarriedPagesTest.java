package app.vineparcel.core.render;

import static org.assertj.core.api.Assertions.assertThat;

import app.vineparcel.core.testing.DocumentRuns;
import app.vineparcel.core.testing.Programs;
import java.io.ByteArrayOutputStream;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.List;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.cos.COSArray;
import org.apache.pdfbox.cos.COSDictionary;
import org.apache.pdfbox.cos.COSInteger;
import org.apache.pdfbox.cos.COSName;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.common.PDStream;
import org.apache.pdfbox.pdmodel.interactive.form.PDAcroForm;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Pages of a PDF that go into a PDF keep what they have from above, and what can be filled in. */
class CarriedPagesTest extends DocumentRuns {

    /** Two pages whose resources, media, crop and turning all stand in the node above them; each has a text field. */
    private static byte[] inheriting() throws Exception {
        try (PDDocument document = new PDDocument()) {
            COSDictionary tree = document.getDocumentCatalog().getPages().getCOSObject();
            COSDictionary font = new COSDictionary();
            font.setItem(COSName.TYPE, COSName.FONT);
            font.setItem(COSName.SUBTYPE, COSName.TYPE1);
            font.setItem(COSName.BASE_FONT, COSName.getPDFName("Helvetica"));
            COSDictionary fonts = new COSDictionary();
            fonts.setItem(COSName.getPDFName("F"), font);
            COSDictionary resources = new COSDictionary();
            resources.setItem(COSName.FONT, fonts);
            tree.setItem(COSName.RESOURCES, resources);
            tree.setItem(COSName.MEDIA_BOX, new PDRectangle(300, 200).getCOSArray());
            tree.setItem(COSName.CROP_BOX, new PDRectangle(10, 10, 280, 180).getCOSArray());
            tree.setItem(COSName.ROTATE, COSInteger.get(90));
            COSDictionary form = new COSDictionary();
            COSArray fields = new COSArray();
            form.setItem(COSName.FIELDS, fields);
            form.setString(COSName.DA, "/F 12 Tf");
            document.getDocumentCatalog().getCOSObject().setItem(COSName.ACRO_FORM, form);
            for (int i = 1; i <= 2; i++) {
                PDPage page = new PDPage();
                page.getCOSObject().removeItem(COSName.MEDIA_BOX);
                PDStream content = new PDStream(document);
                try (OutputStream out = content.createOutputStream()) {
                    out.write("BT /F 24 Tf 40 100 Td (Plums %d) Tj ET"
                            .formatted(i)
                            .getBytes(StandardCharsets.US_ASCII));
                }
                page.setContents(content);
                document.addPage(page);
                COSDictionary parent = new COSDictionary();
                parent.setString(COSName.T, "crates");
                parent.setItem(COSName.FT, COSName.TX);
                parent.setString(COSName.V, "twelve");
                COSDictionary widget = new COSDictionary();
                widget.setItem(COSName.TYPE, COSName.ANNOT);
                widget.setItem(COSName.SUBTYPE, COSName.getPDFName("Widget"));
                widget.setItem(COSName.RECT, new PDRectangle(50, 20, 80, 20).getCOSArray());
                widget.setInt(COSName.F, 4);
                widget.setItem(COSName.PARENT, parent);
                COSArray kids = new COSArray();
                kids.add(widget);
                parent.setItem(COSName.KIDS, kids);
                fields.add(parent);
                COSArray annotations = new COSArray();
                annotations.add(widget);
                page.getCOSObject().setItem(COSName.ANNOTS, annotations);
            }
            ByteArrayOutputStream out = new ByteArrayOutputStream();
            document.save(out);
            return out.toByteArray();
        }
    }

    @ParameterizedTest
    @ValueSource(booleans = {false, true})
    void pages_keep_what_stands_above_them(boolean combined) throws Exception {
        runWell(plan(
                pieces("list.pdf", inheriting()),
                "'format': {'type': 'pdf', 'combine': %s}, 'name': '%s'"
                        .formatted(combined, combined ? "all" : "{n}")));
        List<Path> files = combined
                ? List.of(folder.resolve("all.pdf"))
                : List.of(folder.resolve("1.pdf"), folder.resolve("2.pdf"));
        StringBuilder words = new StringBuilder();
        for (Path file : files) {
            Programs.run("qpdf", "--check", file.toString());
            words.append(Programs.run("pdftotext", file.toString(), "-"));
            try (PDDocument document = Loader.loadPDF(file.toFile())) {
                for (PDPage page : document.getPages()) {
                    assertThat(page.getRotation()).isEqualTo(90);
                    assertThat(page.getCropBox().getWidth()).isEqualTo(280);
                    assertThat(page.getMediaBox().getWidth()).isEqualTo(300);
                }
                PDAcroForm form = document.getDocumentCatalog().getAcroForm(null);
                assertThat(form.getFields()).hasSize(combined ? 2 : 1);
                assertThat(form.getFields()).allSatisfy(field -> {
                    assertThat(field.getFieldType()).isEqualTo("Tx");
                    assertThat(field.getValueAsString()).isEqualTo("twelve");
                    assertThat(field.getWidgets()).hasSize(1);
                });
                assertThat(form.getFields())
                        .extracting(field -> field.getFullyQualifiedName())
                        .doesNotHaveDuplicates();
            }
        }
        assertThat(words).contains("Plums 1", "Plums 2");
    }
}
