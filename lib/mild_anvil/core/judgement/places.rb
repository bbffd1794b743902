# frozen_string_literal: true

module MildAnvil
  module Core
    module Judgement
      # Where and how the pieces of a lot gave way, counted in a sentence, and what that says about what is being rated.
      module Places
        MOST_SHARE = 0.6 # so many at one place, and it is no chance any more
        FEWEST = 3
        SUBSTRATE = "In all of them the substrate gave way: it is being rated, not the fixing."
        # zone, mode, part: words of the judgement, empty where nobody said
        Failure = Struct.new(:zone, :mode, :part, keyword_init: true)

        module_function

        # @param failures [Array<Failure>] of what broke
        # @param item [String] what the lot is called, such as "Eye splice"
        # @return [Array<String>] sentences; none where fewer than three broke or nobody said where
        def call(failures, item:)
          return [] if failures.size < FEWEST
          return [SUBSTRATE] if failures.all? { |failure| failure.part == "substrate" }

          [place(failures, item), way(failures)].compact
        end

        def place(failures, item)
          zone, count = most(failures.map(&:zone))
          return if zone.nil?

          said = "#{count} of #{failures.size} gave way at the #{zone}"
          return "#{said}." unless count >= MOST_SHARE * failures.size

          said + what_is_rated(zone, item)
        end
        private_class_method :place

        def what_is_rated(zone, item)
          return ": there the design is being rated, not the material." if within?(zone, item)

          ": there the #{zone} is being rated, not the rest of the #{item.downcase}."
        end
        private_class_method :what_is_rated

        # Whether the place is what the item is named after.
        def within?(zone, item) = words(zone).intersect?(words(item))
        private_class_method :within?

        def words(text) = text.downcase.scan(/[[:alpha:]]{4,}/)
        private_class_method :words

        def way(failures)
          counts = failures.map(&:mode).reject(&:empty?).tally
          return if counts.size < 2

          "#{counts.sort_by do |mode, n|
            [-n, mode]
          end.map { |mode, n| "#{n} #{mode}" }.join(', ')}: more than one way to fail."
        end
        private_class_method :way

        def most(words) = words.reject(&:empty?).tally.max_by { |word, n| [n, word] }
        private_class_method :most
      end
    end
  end
end
