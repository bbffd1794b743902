# frozen_string_literal: true

require "json"

module MildAnvil
  module Cli
    # bin/anvil package FILE check|show|rate: a Data Package without a database. check: whether it is whole and what was
    # signed stands; show: what is in it; rate: every signed statement computed again from its own inputs, and every lot
    # as it stands.
    module PackageCommand
      VERBS = %w[check show rate].freeze

      module_function

      # @param path [String]; @param options [Hash] verb: of VERBS, json:
      # @return [String]
      # @raise [InvalidInput] for a package that is not whole
      def call(path, options)
        verb = options[:verb]
        raise OptionParser::ParseError, "say #{VERBS.join(', ')} behind the file" unless VERBS.include?(verb)

        Devices::Package::Contents.open(path) do |contents|
          problems = problems(contents)
          said = verb == "check" ? checked(contents, problems) : public_send(verb, contents, sound!(problems))
          options[:json] ? JSON.pretty_generate(said) : text(verb, said)
        end
      end

      def problems(contents)
        return contents.problems if contents.problems.any?

        seal = contents.seal
        return ["its seal was not made by the key that it names"] if seal && !seal.genuine?
        if seal && seal.content["manifest_sha256"] != contents.manifest_sha256
          return ["it was changed after it was signed"]
        end

        Devices::Package::Signed.new(contents).problems
      end
      private_class_method :problems

      def sound!(problems)
        raise InvalidInput.new("It is not whole: #{problems.first}", problems: problems) if problems.any?
      end
      private_class_method :sound!

      # @raise [InvalidInput] with every problem, so that the exit status says so
      def checked(contents, problems)
        raise InvalidInput.new(problems.join("\n"), problems: problems) if problems.any?

        { title: contents.title, files: contents.manifest["resources"].size, signed: contents.rows(:statements).size,
          whole: true, seal: seal(contents) }
      end
      private_class_method :checked

      # @return [String] whose key signed it
      def seal(contents)
        seal = contents.seal or return "signed by nobody"
        whose = seal.content["laboratory"].to_s
        "signed by #{whose.empty? ? 'an installation' : whose}, key #{Core::Seal::Sealed.short(seal.fingerprint)}"
      end
      private_class_method :seal

      # @return [Hash] title, lots with their pulls and statements
      def show(contents, _sound = nil)
        jobs = contents.rows(:jobs).to_h { |row| [row[:id], row] }
        pulls, statements = %i[pulls statements].map { |name| contents.rows(name).group_by { |row| row[:lot_id] } }
        lots = contents.rows(:lots).map do |lot|
          { name: lot[:name], customer: jobs.dig(lot[:job_id], :customer), job: jobs.dig(lot[:job_id], :title),
            measurand: lot[:measurand], pulls: pulls.fetch(lot[:id], []).size,
            statements: statements.fetch(lot[:id], []).map { |row| row[:number] } }
        end
        { title: contents.title, made: contents.manifest["created"], lots: lots }
      end

      # @return [Hash] signed: every statement with whether its figures are the same; lots: as they stand
      def rate(contents, _sound = nil)
        names = contents.rows(:lots).to_h { |row| [row[:id], row] }
        signed = Devices::Package::Signed.new(contents).statements.map do |one|
          again(one[:body]).merge(lot: names.dig(one[:row][:lot_id], :name), number: one[:row][:number])
        end
        lots = names.values.map { |lot| { lot: lot[:name] }.merge(stands(contents, lot)) }
        { signed: signed, lots: lots }
      end

      def again(body)
        now = statement(body.fetch("inputs"))
        figures = %w[minimum working_load_limit].to_h { |name| [name, stated(body.fetch("content")[name])] }
        same = JSON.parse(JSON.generate(now)) == body.fetch("content")
        ours = body.fetch("rule_version") == Core::Rating::Statement::RULE_VERSION
        alike = figures.all? { |name, text| text == stated(JSON.parse(JSON.generate(now[name.to_sym]))) }
        { minimum: figures["minimum"], working_load_limit: figures["working_load_limit"], same: same, same_rules: ours,
          same_figures: alike }
      end
      private_class_method :again

      def stands(contents, lot)
        found = JSON.parse(JSON.generate(statement(JSON.parse(contents.file("ratings/#{lot[:uid]}.json")))))
        { minimum: stated(found["minimum"]), working_load_limit: stated(found["working_load_limit"]),
          school: found["chosen"], why_not: found["minimum"] ? nil : found["recommended_reason"] }
      end
      private_class_method :stands

      def statement(inputs)
        measurand = Catalogue.measurand(inputs.dig("terms", "measurand"))
        Core::Rating::Inputs.new(inputs, measurand: measurand).statement(calibrate: :all).to_h
      end
      private_class_method :statement

      def stated(figure) = figure && "#{figure['text']} #{figure['unit']}"
      private_class_method :stated

      def text(verb, said)
        case verb
        when "check"
          "#{said[:title]}: whole, #{said[:files]} files, #{said[:signed]} signed statements; #{said[:seal]}"
        when "show" then ["#{said[:title]}, #{said[:made]}", *said[:lots].map { |lot| lot_line(lot) }].join("\n")
        else [*said[:signed].map { |one| signed_line(one) }, *said[:lots].map { |one| stands_line(one) }].join("\n")
        end
      end
      private_class_method :text

      def lot_line(lot)
        signed = lot[:statements].empty? ? "not signed" : "statement #{lot[:statements].join(', ')}"
        "  #{lot[:name]} (#{lot[:customer]}: #{lot[:job]}): #{lot[:pulls]} pulls, #{signed}"
      end
      private_class_method :lot_line

      def signed_line(one)
        told = if one[:same] then "the same to the last digit"
               elsif one[:same_rules] then "other figures"
               else "signed under earlier rules; those of now give #{one[:same_figures] ? 'the same' : 'other'} figures"
               end
        "#{one[:lot]}, statement #{one[:number]}: minimum #{one[:minimum] || 'none'}, limit " \
          "#{one[:working_load_limit] || 'none'}: #{told}"
      end
      private_class_method :signed_line

      def stands_line(one)
        return "#{one[:lot]}, as it stands: no minimum: #{one[:why_not]}" if one[:minimum].nil?

        "#{one[:lot]}, as it stands: minimum #{one[:minimum]}, limit #{one[:working_load_limit] || 'none'}, by " \
          "#{one[:school].to_s.tr('_', ' ')}"
      end
      private_class_method :stands_line
    end
  end
end
