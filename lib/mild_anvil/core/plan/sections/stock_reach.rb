# frozen_string_literal: true

module MildAnvil
  module Core
    module Plan
      module Sections
        # Whether the stock reaches, and what is lost when it does not.
        class StockReach < Section
          def call
            wanted = content[:pulls] or return missing("Say how many pulls are planned.")
            part = content.part(:stock)
            stock = Stock.new(Stock::Limits.new(pieces: part[:pieces], metres: part.length(:length),
                                                budget: part.number(:budget)),
                              Stock::Each.new(metres: part.length(:length_each), cost: part.number(:cost_each)),
                              groups(wanted), trials: content[:trials] || 0)
            { state: stock.lost.empty? ? "ok" : "look", sentence: stock.sentence, lost: stock.lost,
              reaches: stock.reaches, wanted: stock.wanted,
              working: stock.allows.map { |limit, n| "#{limit == :metres ? 'length' : limit}: #{n} pieces" } }
          end

          private

          def groups(wanted)
            return [Stock::Group.new(name: "This lot", wanted: wanted)] if world.groups.empty?

            world.groups.map { |row| Stock::Group.new(**row) }
          end
        end
      end
    end
  end
end
