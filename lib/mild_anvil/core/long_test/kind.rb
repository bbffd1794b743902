# frozen_string_literal: true

module MildAnvil
  module Core
    module LongTest
      # What every kind of long test has. A kind says what is read, what is agreed before, and works out an answer.
      class Kind
        HOURS = { quantity: "time", units: %w[h] }.freeze
        YEARS = { quantity: "number", units: %w[years] }.freeze
        SHARE = { quantity: "share", units: %w[%] }.freeze
        COUNT = { quantity: "count", units: %w[cycles] }.freeze
        FORCE = { quantity: "force", units: %w[kN N lbf kgf] }.freeze
        TRAVEL = { quantity: "displacement", units: %w[mm µm in] }.freeze
        PRESSURE = { quantity: "pressure", units: %w[bar kPa MPa psi] }.freeze
        WARM = { quantity: "temperature", units: %w[°C], signed: true }.freeze
        TEXT = { quantity: "text", units: [] }.freeze

        class << self
          # @return [String] key by which a test names it; its name; what it is for
          attr_reader :key, :title, :purpose

          # @return [Symbol] hours or count, or none where readings have no order of their own
          attr_reader :along

          # @return [Array<Channel>], [Array<Term>], [Array<Term>], [Array<Hash>] of a schedule: every, until
          attr_reader :channels, :terms, :station_terms, :stretches

          # @return [Array<Hash>] cautions at this step, before it begins
          attr_reader :caution

          def describe(key, title, purpose, along:)
            @key = key
            @title = title
            @purpose = purpose
            @along = along
            @caution = ""
            @channels = []
            @terms = []
            @station_terms = []
            @stretches = []
          end

          # What to look out for at this step.
          def careful(words) = @caution = words

          def reads(key, name, needed: false, choices: nil, signed: false, above_zero: false, **rest)
            @channels << Channel.new(key: key, name: name, needed: needed, choices: choices, signed: signed,
                                     above_zero: above_zero, **rest).freeze
          end

          def term(key, name, default: nil, source: nil, **rest)
            @terms << Term.new(key: key, name: name, default: default, source: source,
                               **rest.slice(:quantity, :units)).freeze
          end

          def station_term(key, name, **rest)
            @station_terms << Term.new(key: key, name: name, **rest.slice(:quantity, :units, :default)).freeze
          end

          def read_at(*stretches) = @stretches = stretches.map { |every, til| { every: every, until: til } }
        end

        attr_reader :setup, :say

        def initialize(setup)
          @setup = setup
          @say = Say.new(setup)
        end

        private

        def terms = setup.terms
        def stations = setup.stations
        def line(key, text, tone = "ok") = Line.new(key: key, text: text, tone: tone)

        def told(station, headline, tone, lines = [])
          Told.new(id: station.id, name: station.name, headline: headline, tone: tone, lines: lines)
        end

        # Every station by itself: what one of them cannot be asked does not silence the others.
        def tell_all = stations.map { |station| tell_safely(station) }

        def tell_safely(station)
          tell(station)
        rescue InvalidInput, InsufficientData => e
          told(station, "cannot be worked out", "alarm",
               [line("refused", "#{e.message.sub(/\A./, &:upcase)}.", "alarm")])
        end

        # What stopped, first; then what must be looked at; then how many go on.
        def overall(told, lines: [], headline: nil, verdict: nil)
          worst = Tones.worst([*told.map(&:tone), *lines.map(&:tone)])
          Answer.new(headline: headline || first_of(told, worst), tone: worst, lines: lines, stations: told,
                     verdict: verdict)
        end

        def first_of(told, worst)
          return "No station yet" if told.empty?

          found = told.select { |one| one.tone == worst }
          said = "#{found.first.name}: #{found.first.headline}"
          found.size > 1 ? "#{said}, and #{found.size - 1} more" : said
        end

        def marks_of(station)
          station.marks.map { |mark| { x: mark[:hours], name: mark[:note].to_s.empty? ? mark[:word] : mark[:note] } }
        end
      end
    end
  end
end
