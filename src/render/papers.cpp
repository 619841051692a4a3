#include "render/papers.h"

#include <QBuffer>
#include <QPageLayout>
#include <QPdfWriter>
#include <QSvgGenerator>

#include "core/formats/files.h"

namespace oiko {
namespace {
Done write(const QByteArray& bytes, const std::string& path) {
    return writeFile(path, {bytes.constData(), static_cast<std::size_t>(bytes.size())});
}
}  // namespace

Done writePdf(const PlanSet& set, const std::string& path) {
    loadFonts();
    QBuffer buffer;
    buffer.open(QIODevice::WriteOnly);
    {
        QPdfWriter pdf{&buffer};
        const auto& first = set.pages.front();
        pdf.setResolution(1200);
        pdf.setTitle(qs(set.name)), pdf.setCreator("Oikostat");
        pdf.setPageLayout(QPageLayout{QPageSize{QSizeF{first.height, first.width}, QPageSize::Millimeter}, QPageLayout::Landscape,
                                      QMarginsF{0, 0, 0, 0}});
        QPainter painter{&pdf};
        for (std::size_t i = 0; i < set.pages.size(); ++i) {
            if (i > 0) pdf.newPage();
            paint(painter, set.pages[i], i + 1, set.pages.size(), set, 1200 / 25.4, printTheme());
        }
    }
    return write(buffer.data(), path);
}

Done writeSvg(const PlanSet& set, const std::string& path) {
    loadFonts();
    QBuffer buffer;
    buffer.open(QIODevice::WriteOnly);
    {
        QSvgGenerator svg;
        svg.setOutputDevice(&buffer);
        const double perMm = 96 / 25.4;
        double height = 0;
        for (const auto& p : set.pages) height += p.height;
        svg.setResolution(96);
        svg.setSize(QSize{qRound(set.pages.front().width * perMm), qRound(height * perMm)});
        svg.setViewBox(QRectF{0, 0, set.pages.front().width * perMm, height * perMm});
        svg.setTitle(qs(set.name));
        QPainter painter{&svg};
        double y = 0;
        for (std::size_t i = 0; i < set.pages.size(); ++i) {
            paint(painter, set.pages[i], i + 1, set.pages.size(), set, perMm, printTheme(), QPointF{0, y * perMm});
            y += set.pages[i].height;
        }
    }
    return write(buffer.data(), path);
}

}  // namespace oiko
