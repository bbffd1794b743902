# frozen_string_literal: true

module MildAnvil
  module Core
    module Plan
      # The links of a train from what was typed, from the gear register and from earlier lots. What nobody knows stays
      # unknown.
      class TrainLinks
        RATED_SHARE = 0.05 # scatter of a part that has a rating only; its rating then stands for its mean
        DERATES = { knot_percent: "knot", bend_percent: "bend", pin_percent: "small pin" }.freeze

        # @param plan [Composed]
        def initialize(plan)
          @plan = plan
          @world = plan.world
        end

        # @return [Array<Link>]
        # @raise [InvalidInput]
        def call = @plan.content.parts(:train).map { |row| link(row) }

        private

        def link(row)
          mean, deviation, source = strength(row)
          Link.new(name: row[:name].to_s, mean: mean, deviation: deviation, source: source,
                   strands: row[:strands] || 1, share_factor: row.share(:share_percent, 1.0), legs: row[:legs] || 1,
                   included_degrees: row.number(:included_degrees, 0.0), derates: derates(row),
                   specimen: row[:specimen] || false)
        end

        def derates(row)
          DERATES.filter_map { |key, word| row.share(key)&.then { |left| [word, left] } }.to_h
        end

        def strength(row)
          typed = row.si(:strength)
          return [typed, typed * row.share(:scatter_percent, RATED_SHARE), stated(row)] if typed
          return specimen if row[:specimen]
          return of_lot(row[:lot_id]) if row[:lot_id]

          of_gear(row)
        end

        def stated(row) = row.given?(:scatter_percent) ? "as stated" : "as stated; its scatter taken as 5 %"

        def specimen
          known = @plan.expected
          return [nil, nil, nil] if known.nil?

          [known[:mean_si], known[:deviation_si], known[:source]]
        end

        def of_lot(id)
          lot = @world.link_lots.find { |l| l[:id] == id }
          return [nil, nil, nil] if lot.nil? || lot[:standard_deviation_si].to_f.zero?

          [lot[:mean_si], lot[:standard_deviation_si], "#{lot[:name]}, #{lot[:breaks]} breaks"]
        end

        def of_gear(row)
          gear = @world.gear[row[:gear_id]]
          rated = gear && gear[:strength_newtons]
          return [nil, nil, nil] if rated.nil?

          [rated, rated * (row.share(:scatter_percent) || gear[:scatter_share] || RATED_SHARE),
           "gear register#{'; its scatter taken as 5 %' if gear[:scatter_share].nil? && !row.given?(:scatter_percent)}"]
        end
      end
    end
  end
end
