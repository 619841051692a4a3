// A stand-in for a store's price service: prints a price list `id,price` as any such program may. Its prices wander about the invented
// samples of the catalogue, by the store's name and the day, and are the same whenever they are asked for that day.
#include <chrono>
#include <cstdlib>
#include <iostream>
#include <string>
#include <string_view>
#include <thread>

#include "core/base/notation.h"
#include "core/catalog/stock.h"

namespace {

using namespace oiko;

/// FNV-1a, so that no library's hash decides what a price is.
std::uint64_t hash(std::string_view text) {
    std::uint64_t h = 14695981039346656037ull;
    for (const unsigned char c : text) h = (h ^ c) * 1099511628211ull;
    return h;
}

/// Within a tenth of the sample by the day; one in forty is not in stock at this store and has no price.
std::string priced(const StockItem& item, const std::string& store, const std::string& day) {
    const auto h = hash(store + "/" + day + "/" + item.id);
    if (!item.price || hash(store + "/" + item.id) % 40 == 0) return {};
    const auto percent = static_cast<std::int64_t>(h / 40 % 21) - 10;
    return exactMoney(toCents(Money::ticks(item.price->count() * (100 + percent) / 100)));
}

}  // namespace

int main(int argc, char** argv) {
    std::string store = "Nettlecombe Stores", mood = "reachable", day = "today";
    for (int i = 1; i + 1 < argc; i += 2) {
        const std::string_view key = argv[i];
        (key == "--store" ? store : key == "--mood" ? mood : day) = argv[i + 1];
    }
    if (mood == "down") {
        std::cerr << "the store does not answer\n";
        return EXIT_FAILURE;
    }
    if (mood == "garbage") {
        std::cout << "<html><body>Back soon</body></html>\n";
        return EXIT_SUCCESS;
    }
    std::cout << "id,price\n";
    for (const auto& item : catalog()) {
        // A slow one gives a line a second: nobody waits for its end.
        if (mood == "slow") std::this_thread::sleep_for(std::chrono::seconds{1});
        std::cout << csvCell(item.id) << ',' << priced(item, store, day) << '\n' << std::flush;
        if (mood == "torn" && item.id > "2x4") return EXIT_SUCCESS;
    }
    return std::cout ? EXIT_SUCCESS : EXIT_FAILURE;
}
