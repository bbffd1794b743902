# frozen_string_literal: true

module MildAnvil
  module Core
    module Practice
      # A lesson for a trade and a difficulty, made by a seed: another one every time.
      module Free
        # key, name, item type, what it is made of, direction, shape of its curve, mean newtons, scatter, its families
        TRADES = [
          { key: "rigging", name: "Rigging shop", item: "sewn_loop", material: "Polyester tape, 25 mm, sewn loop",
            shape: "Rope", mean_si: 21_000.0, variation: 0.035, families: %w[normal], connector: "shackle" },
          { key: "anchors", name: "Anchor lab", item: "ground_anchor", material: "Screw anchor in clay, 0.8 m",
            shape: "Anchor", mean_si: 14_000.0, variation: 0.11, families: %w[normal weibull],
            connector: "chain hook" },
          { key: "hardware", name: "Hardware maker", item: "hook", material: "Forged hook, 12 mm",
            shape: "Steel", mean_si: 48_000.0, variation: 0.025, families: %w[normal], connector: "adapter" },
          { key: "printing", name: "Printed parts", item: "hanger", material: "Printed hanger, nylon",
            shape: "Casting", mean_si: 2_600.0, variation: 0.07, families: %w[weibull mixture], connector: "jaw" }
        ].freeze
        DIFFICULTIES = {
          "plain" => { pieces: 10, name: "Plain: ten pieces, all of them break as they should" },
          "mixed" => { pieces: 8, name: "Mixed: eight pieces, not all of them clean" },
          "hard" => { pieces: 5, name: "Hard: five pieces, more scatter, a logger that dozes" }
        }.freeze

        AT_ONCE = %w[Rope Casting].freeze # what parts at its peak is missed by a logger that dozes

        module_function

        # @return [Hash] content of a Lesson
        # @raise [InvalidInput]
        def content(trade, difficulty, seed)
          shop = TRADES.find { |row| row[:key] == trade } || refuse(:trade, trade)
          level = DIFFICULTIES[difficulty] || refuse(:difficulty, difficulty)
          stream = Statistics::RandomStream.new(seed)
          { title: "#{shop[:name]}: #{difficulty}", story: "#{shop[:material]}. #{level[:name]}.", trade: trade,
            item: shop[:item], material: shop[:material], shape: shop[:shape], pieces: level[:pieces], coverage: 0.95,
            population: population(shop, difficulty, stream), events: events(shop, difficulty),
            cells: cells(shop, difficulty), answer: { kind: "minimum" },
            teaches: "What holds for every piece is not what the strongest showed." }.compact
        end

        # The hard ones have a spare cell beside the usual one, which only a check tells apart.
        def cells(shop, difficulty)
          return if difficulty != "hard"

          usual = Cell.plain(shop[:mean_si])
          spare = { key: "spare", name: "The spare cell", capacity_si: usual.capacity_si, from_si: usual.from_si,
                    step_si: usual.step_si, sound: false, scatter_share: 0.05, why: SPARE_WHY }
          [{ **usual.plate, sound: true }, spare]
        end
        private_class_method :cells

        def population(shop, difficulty, stream)
          hard = difficulty == "hard"
          family = hard ? shop[:families].last : shop[:families].first
          weak = family == "mixture" ? { weak_share: 0.1, weak_at: 0.75 } : {}
          { family: family, mean_si: (shop[:mean_si] * (0.9 + (0.2 * stream.next))).round,
            variation: (shop[:variation] * (hard ? 1.6 : 1)).round(4), **weak }
        end
        private_class_method :population

        def events(shop, difficulty)
          return [] if difficulty == "plain"

          found = [connector(shop), struck]
          return found if difficulty != "hard"

          [*found, (dozing if AT_ONCE.include?(shop[:shape])), spare].compact
        end
        private_class_method :events

        def connector(shop)
          { share: 0.2, reads: [0.82, 0.97], counts_as: "at_least", part: "connector",
            seen: "The #{shop[:connector]} gave way. The specimen is whole.",
            why: "What broke was the #{shop[:connector]}: the specimen held at least as much." }
        end
        private_class_method :connector

        def struck
          { share: 0.1, reads: [0.5, 0.7], counts_as: "void",
            seen: "The specimen had a cut from the knife that opened its bag, seen on the photo from before the pull.",
            why: "A damage that the product does not have, seen before the pull: it says nothing of the product." }
        end
        private_class_method :struck

        def dozing
          { share: 0.15, hertz: 2.0, counts_as: "between",
            seen: "The specimen has parted. The logger was set to two readings a second.",
            why: "The peak lay after the highest reading and before the next: it is between that reading and what " \
                 "half a second of rising load adds." }
        end
        private_class_method :dozing

        SPARE_WHY = "It shows another figure every time, up to 5 % off: no correction mends that, and what it read " \
                    "is no reading."

        def spare
          { share: 0.12, reads: [0.95, 1.05], cell: "spare", counts_as: "void",
            seen: "The specimen has parted. It was read by the spare cell.", why: SPARE_WHY }
        end
        private_class_method :spare

        def refuse(name, value)
          raise InvalidInput.new("There is no #{name} “#{value.to_s[0, 40]}”", fields: { name => "is not known" })
        end
        private_class_method :refuse
      end
    end
  end
end
