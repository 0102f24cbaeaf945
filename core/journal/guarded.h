// What SQLite throws becomes a problem with a place and a remedy here, and nowhere else.
#pragma once
#include "core/measure/result.h"
#include <SQLiteCpp/SQLiteCpp.h>
#include <SQLiteCpp/VariadicBind.h>

namespace hl::journal {

// What SQLite says of the journal at `path`.
Problem said(const std::string& path, const SQLite::Exception& e);

template<class T, class F> Result<T> guarded(const std::string& path, F&& run) {
    try {
        return run();
    } catch (const SQLite::Exception& e) {
        return said(path, e);
    }
}

template<class F> Trouble guardedDoing(const std::string& path, F&& run) {
    try {
        run();
        return {};
    } catch (const SQLite::Exception& e) {
        return said(path, e);
    }
}

} // namespace hl::journal
