# frozen_string_literal: true

module MildAnvil
  module Actions
    # Adds a study to a job: factors with their levels. The lots of the job become its cells.
    module SaveStudy
      module_function

      # @param factors [Array<Hash>] name, kind, unit, levels: [{name, value}]
      # @return [Store::Models::Study]
      # @raise [InvalidInput]
      def call(job_id:, name:, factors:, person_id:)
        person = People.fetch!(person_id)
        job = Store::Models::Job.fetch!(job_id)
        factors = factors.map { |factor| with_orders(factor) }
        check!(factors)
        Store::Database.write do
          refuse_second!(job, name)
          study = Store::Models::Study.create(job_id: job.id, name: name, person_id: person.id)
          factors.each_with_index { |factor, i| add(study, factor, i) }
          Store::Events.record(:create_study, study, person_id: person.id, after: { name: name, factors: factors })
          study
        end
      end

      # Steps whose order is the factor: every order becomes a level.
      def with_orders(factor)
        return { levels: [], **factor } if factor[:steps].nil?

        orders = Core::Plan::Factorial.orders(factor[:steps].map(&:strip))
        factor.except(:steps).merge(levels: orders.map(&:to_h))
      end
      private_class_method :with_orders

      def refuse_second!(job, name)
        return if job.studies_dataset.where(name: name).empty?

        raise InvalidInput.new("This job has a study of that name", fields: { name: "is taken" })
      end
      private_class_method :refuse_second!

      def check!(factors)
        names = factors.map { |f| f[:name].strip.downcase }
        if names.uniq != names
          raise InvalidInput.new("Each factor needs a name of its own",
                                 fields: { factors: "have the same name" })
        end

        wrong = factors.find { |f| f[:levels].map { |l| l[:name].strip.downcase }.uniq.size < [2, f[:levels].size].max }
        return if wrong.nil?

        raise InvalidInput.new("“#{wrong[:name]}” needs at least two levels that differ",
                               fields: { factors: "need levels that differ" })
      end
      private_class_method :check!

      def add(study, factor, position)
        row = Store::Models::Factor.create(study_id: study.id, position: position, name: factor[:name],
                                           kind: factor[:kind] || "nominal",
                                           unit: factor[:unit])
        factor[:levels].each_with_index do |level, i|
          Store::Models::Level.create(factor_id: row.id, position: i, name: level[:name], value: level[:value])
        end
      end
      private_class_method :add
    end
  end
end
