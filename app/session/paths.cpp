#include "app/session/paths.h"
#include <QStringDecoder>

namespace hl::app {
namespace {

constexpr char16_t firstByte = 0xDC80, lastByte = 0xDCFF;

bool isUtf8(QByteArrayView bytes) {
    QStringDecoder decoder(QStringDecoder::Utf8, QStringDecoder::Flag::Stateless);
    const QString text = decoder(bytes);
    return !decoder.hasError() && text.toUtf8() == bytes;
}

} // namespace

QString pathOf(const std::string& bytes) {
    QString out;
    for (size_t at = 0; at < bytes.size();) {
        // The longest character that begins here: no UTF-8 has more than four bytes.
        size_t length = 0;
        for (size_t n = 1; n <= 4 && at + n <= bytes.size() && !length; ++n)
            if (isUtf8(QByteArrayView(bytes.data() + at, qsizetype(n))))
                length = n;
        if (length)
            out += QString::fromUtf8(bytes.data() + at, qsizetype(length));
        else
            out += QChar(char16_t(firstByte + (static_cast<unsigned char>(bytes[at]) - 0x80)));
        at += length ? length : 1;
    }
    return out;
}

std::string bytesOf(const QString& path) {
    std::string out;
    for (qsizetype i = 0; i < path.size(); ++i) {
        const char16_t c = path[i].unicode();
        const bool second = i > 0 && path[i - 1].isHighSurrogate();
        if (c >= firstByte && c <= lastByte && !second)
            out += char(c - firstByte + 0x80);
        else if (path[i].isHighSurrogate() && i + 1 < path.size())
            out += path.mid(i++, 2).toStdString();
        else
            out += QString(path[i]).toStdString();
    }
    return out;
}

QString shownPath(const QString& path) { return QString::fromStdString(bytesOf(path)); }

} // namespace hl::app
